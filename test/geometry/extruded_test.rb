# frozen_string_literal: true

require 'test_helper'

# Curves moved along an axis, and the rulings they are cut into strips at. mm.
class ExtrudedTest < CoreTest
  G = Geometry
  FRAME = G::Frame.new([3.0, -2.0, 5.0], [0.3, 0.5, 0.8], [1.0, 0.2, 0.0])
  KNOTS = [0.0, 0.0, 0.0, 0.0, 1.0, 2.0, 3.0, 3.0, 3.0, 3.0].freeze
  WAVE = [[0, 0], [4, 9], [10, -8], [18, 10], [25, -3], [30, 2]].map { |x, y| FRAME.point(x, y, x * 0.1) }.freeze
  CURVE = G::Curve::Spline.new(3, KNOTS, WAVE)
  ELLIPSE = G::Curve::Conic.new(:ellipse, FRAME, 9.0, 4.0)

  def wave = @wave ||= G::Chart::Extruded.new(CURVE, FRAME.z)
  def oval = @oval ||= G::Chart::Extruded.new(ELLIPSE, FRAME.z)

  def test_it_gives_back_its_parameters
    [[wave, 0.0, 3.0], [oval, 0.0, 2 * Math::PI]].each do |chart, from, to|
      (1..19).each do |i|
        u = from + ((to - from) * i / 20)
        back = chart.uv(chart.at(u, 6.5))
        assert_in_delta u, back[0], 1e-9
        assert_in_delta 6.5, back[1], 1e-9
      end
    end
  end

  def test_ends_of_the_curve
    [0.0, 3.0].each { |u| assert_in_delta u, wave.uv(wave.at(u, -4.0))[0], 1e-9 }
  end

  def test_the_foot_of_a_point_beside_it
    (1..9).each do |i|
      u = i * 0.3
      p = V.along(wave.at(u, 2.0), wave.normal(u, 2.0), 0.05)
      assert_in_delta u, wave.uv(p)[0], 1e-6
    end
  end

  def test_points_of_a_strip_are_led_to_its_plane
    [[wave, 3.0], [oval, 2 * Math::PI]].each do |chart, to|
      rulings = chart.rulings(0.02, 1)
      assert_operator rulings.height, :<, 0.03
      (0..40).each do |i|
        p = chart.at(to * i / 40, 3.0)
        gaps = rulings.strips(p)
        shift = G::Meeting.shift(gaps)
        assert_operator V.length(shift), :<=, rulings.height + 1e-9
        gaps.each { |n, d| assert_in_delta 0, V.dot(n, shift) - d, 1e-9 }
      end
    end
  end

  def test_places_are_counted_in_strips_and_go_on_over_the_end_of_a_closed_curve
    rulings = oval.rulings(0.02, 1)
    at = (0..100).map { |i| rulings.at_parameter(2 * Math::PI * i / 50) }
    assert_equal at.sort, at
    assert_in_delta 2 * rulings.count, at[-1] - at[0], 1e-9
    assert_nil wave.rulings(0.02, 1).count
  end

  def test_beyond_a_ruling
    rulings = wave.rulings(0.02, 1)
    u = rulings.place(wave.at(1.3, 0.0)).ceil
    assert_operator rulings.beyond(wave.at(1.3, 5.0), u), :<, 0
    assert_operator rulings.beyond(wave.at(2.9, 5.0), 1), :>, 0
  end

  def test_a_curve_along_its_own_axis_is_no_surface
    assert G::Chart::Extruded.fit?(CURVE, FRAME.z)
    refute G::Chart::Extruded.fit?(G::Curve::Spline.new(1, [0.0, 0.0, 1.0, 1.0], [[0.0] * 3, FRAME.z]), FRAME.z)
    refute G::Chart::Extruded.fit?(G::Curve::Line.new([0.0] * 3, [1.0, 0.0, 0.0]), FRAME.z), 'endless'
  end
end
