# frozen_string_literal: true

require 'test_helper'

# Where balloons stand about an outline of 100 x 60, rings of 5 mm radius.
class BalloonPlacesTest < Minitest::Test
  include Nockplane::Drawings

  OUTLINE = [100.0, 100.0, 200.0, 160.0].freeze
  FRAME = [10.0, 10.0, 400.0, 280.0].freeze
  POINTS = [[110.0, 150.0], [150.0, 110.0], [190.0, 150.0], [120.0, 120.0], [180.0, 105.0], [150.0, 155.0]].freeze

  def places(taken: [], side: 'round', points: POINTS)
    BalloonPlaces.new(OUTLINE, FRAME, taken, 5.0, side: side).of(points)
  end

  def crossings(points, found)
    points.zip(found).combination(2).count { |(a, b), (c, d)| Convex.cross?(*a, *b, *c, *d) }
  end

  def test_outside_the_outline_apart_and_uncrossed
    found = places
    assert_equal POINTS.size, found.uniq.size
    assert found.none? { |x, y| x.between?(100, 200) && y.between?(100, 160) }, 'IR-05'
    found.combination(2) { |(a, b), (c, d)| assert_operator Math.hypot(a - c, b - d), :>=, 10.0, 'rings do not meet' }
    assert_equal 0, crossings(POINTS, found), 'IR-04'
  end

  # Also of very many, scattered.
  def test_a_hundred_are_uncrossed
    random = Random.new(3)
    points = Array.new(100) { [100 + (random.rand * 100), 100 + (random.rand * 60)] }
    found = BalloonPlaces.new(OUTLINE, [-300.0, -300.0, 700.0, 700.0], [], 5.0).of(points)
    assert_equal 100, found.uniq.size
    assert_equal 0, crossings(points, found)
  end

  def test_nothing_stands_on_what_is_there_or_off_the_sheet
    blocked = [[0.0, 161.0, 400.0, 280.0], [0.0, 0.0, 400.0, 99.0]]
    places(taken: blocked).each do |x, y|
      ring = [x - 5, y - 5, x + 5, y + 5]
      assert Nockplane::Geometry::Box.inside?(ring, FRAME)
      blocked.each { |b| refute Nockplane::Geometry::Box.meet?(b, ring) }
    end
  end

  def test_a_row_goes_on_past_its_end
    many = (0...20).map { |i| [101.0 + (i * 4.9), 130.0] }
    { 'above' => 1, 'below' => 1, 'left' => 0, 'right' => 0 }.each do |side, axis|
      found = places(side: side, points: many)
      assert_equal 20, found.uniq.size, side
      assert_equal 1, found.map { |p| p[axis].round(6) }.uniq.size, "#{side}: in one line"
      steps = found.map { |p| p[1 - axis] }.sort.each_cons(2).map { |a, b| b - a }
      steps.each { |mm| assert_in_delta 12.5, mm, 1e-6 }
    end
  end
end
