# frozen_string_literal: true

require 'test_helper'

# Circles that equal holes stand on.
class PitchCircleTest < CoreTest
  Z = [0.0, 0.0, 1.0].freeze

  def on_circle(count, radius, centre: [3.0, -4.0], start: 0.3, leave: [])
    ((0...count).to_a - leave).map do |i|
      [
        centre[0] + (radius * Math.cos(start + (i * 2 * Math::PI / count))),
        centre[1] + (radius * Math.sin(start + (i * 2 * Math::PI / count))),
        7.0
      ]
    end
  end

  def circle(points) = Modelling::PitchCircle.of(Z, points)

  def test_even_holes_give_their_circle
    [3, 5, 6, 8, 12].each do |n|
      found = circle(on_circle(n, 52.0))
      assert_in_delta 52.0, found.radius, 1e-9, n.to_s
      [3.0, -4.0, 7.0].zip(found.centre).each { |want, got| assert_in_delta want, got, 1e-9 }
    end
  end

  def test_one_of_six_may_be_left_out
    assert_in_delta 52.0, circle(on_circle(6, 52.0, leave: [2])).radius, 1e-9
    assert_nil circle(on_circle(12, 52.0, leave: [1, 2, 4, 5, 7, 8, 10])), 'few of many places are no pattern'
  end

  def test_what_is_no_circle
    assert_nil circle([[0.0, 0.0, 0.0], [10.0, 0.0, 0.0], [20.0, 0.0, 0.0]]), 'in a row'
    assert_nil circle([[-40.0, -25.0, 0.0], [40.0, -25.0, 0.0], [40.0, 25.0, 0.0], [-40.0, 25.0, 0.0]]),
               'corners of a plate'
    assert_nil circle(on_circle(6, 52.0).tap { |p| p[1][0] += 0.5 }), 'one is off'
    assert_nil circle(on_circle(6, 52.0) + on_circle(6, 52.0)), 'each of them twice, in one place'
  end

  def test_four_at_right_angles_need_something_in_their_middle
    square =
      "- {id: p, type: extrude, profile: {kind: rectangle, width: 80, height: 80}, depth: 6}\n- {id: h, type: hole, " \
      "on: p/end.end, diameter: 5, through: true, pattern: {kind: circular, count: 4, pitch_circle: 60}}\n"
    pitches = ->(features) do
      Modelling::Measured.all(built(features).solid).select { |d| d.kind == :pitch_circle }.map(&:value)
    end
    assert_empty pitches[square]
    assert_equal [60.0],
                 pitches["#{square}- {id: b, type: hole, on: p/end.end, diameter: 20, through: true}\n"].map { |v|
                   v.round(6)
                 }
  end
end
