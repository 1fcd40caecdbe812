# frozen_string_literal: true

require 'test_helper'

# The 2D overlay on squares and rings lying in z = 0, areas by hand.
class OverlayTest < CoreTest
  def setup
    @pool = Solids::VertexPool.new
  end

  def ids(*points) = points.map { |x, y| @pool.weld(x.to_f, y.to_f, 0.0) }

  def overlay(sets)
    Geometry::Overlay.new(@pool, 0.0, 0.0, 1.0).tap do |o|
      sets.each_with_index { |loops, set| loops.each { |l| l.each_index { |i| o.add(l[i - 1], l[i], set) } } }
    end
  end

  def square(x, y, side) = ids([x, y], [x + side, y], [x + side, y + side], [x, y + side])
  def area(polygons) = polygons.flatten(1).sum { |l| Geometry::Polygon.area(l, @pool.xs, @pool.ys) }

  RULES = {
    ->(a, b, _) { a && b } => 1,
    ->(a, b, _) { a || b } => 7,
    ->(a, b, _) { a && !b } => 3,
    ->(a, b, _) { a ^ b } => 6
  }.freeze

  def test_two_squares_by_every_rule
    RULES.each do |rule, want|
      assert_in_delta want, area(overlay([[square(0, 0, 2)], [square(1, 1, 2)]]).polygons(&rule)), 1e-12
    end
  end

  def test_equal_squares
    a = square(0, 0, 2)
    assert_in_delta 4, area(overlay([[a], [a]]).polygons { |x, y, _| x && y }), 1e-12
    assert_empty overlay([[a], [a]]).polygons { |x, y, _| x && !y }
  end

  def test_squares_sharing_part_of_an_edge_join
    polygons = overlay([[square(0, 0, 2)], [square(2, 0.5, 1)]]).polygons { |a, b, _| a || b }
    assert_equal 1, polygons.size
    assert_in_delta 5, area(polygons), 1e-12
  end

  def test_squares_touching_at_a_corner_stay_apart
    assert_equal 2, overlay([[square(0, 0, 1)], [square(1, 1, 1)]]).polygons { |a, b, _| a || b }.size
  end

  def test_a_hole_is_nested_in_its_outer
    polygons = overlay([[square(0, 0, 9)], [square(3, 3, 2)]]).polygons { |a, b, _| a && !b }
    assert_equal [2], polygons.map(&:size)
    assert_in_delta 77, area(polygons), 1e-12
  end

  def test_two_holes_go_to_the_outer_around_each
    polygons =
      overlay([[square(0, 0, 4), square(10, 0, 4)], [square(1, 1, 1), square(11, 1, 1)]]).polygons { |a, b, _| a && !b }
    assert_equal [2, 2], polygons.map(&:size)
    polygons.each { |outer, hole| assert_operator @pool.xs[hole[0]] - @pool.xs[outer[0]], :<, 5 }
  end

  def test_a_vertex_on_an_edge_splits_it
    polygons = overlay([[square(0, 0, 4)], [ids([2, 0], [3, 1], [1, 1])]]).polygons { |a, b, _| a && !b }
    assert_in_delta 15, area(polygons), 1e-12
    assert_includes polygons[0].flatten, ids([2, 0])[0]
  end

  def test_inclusion_and_exclusion_on_random_stars
    rng = Random.new(9)
    20.times do
      stars = Array.new(2) { star(rng) }
      plain = stars.map { |s| area([[s]]) }
      both, either =
        [->(a, b, _) { a && b }, ->(a, b, _) { a || b }].map do |rule|
          area(overlay(stars.map { |s| [s] }).polygons(&rule))
        end
      assert_in_delta plain.sum, both + either, 1e-9
    end
  end

  def star(rng)
    cx, cy = Array.new(2) { rng.rand(-3.0..3.0) }
    ids(
      *Array.new(11) do |i|
        (2 * Math::PI * i / 11).then do |a|
          rng.rand(2.0..6.0).then { |r| [cx + (r * Math.cos(a)), cy + (r * Math.sin(a))] }
        end
      end
    )
  end

  def test_polygon_measures
    us = [0.0, 2.0, 2.0, 0.0]
    vs = [0.0, 0.0, 1.0, 1.0]
    assert_in_delta 2, Geometry::Polygon.area([0, 1, 2, 3], us, vs), 1e-15
    assert_in_delta(-2, Geometry::Polygon.area([3, 2, 1, 0], us, vs), 1e-15)
    assert Geometry::Polygon.around?([0, 1, 2, 3], us, vs, 1, 0.5)
    refute Geometry::Polygon.around?([0, 1, 2, 3], us, vs, 2.1, 0.5)
  end
end
