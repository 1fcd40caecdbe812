# frozen_string_literal: true

require 'test_helper'

# A turned head that ends on the circle of a shank with other chords: nothing lies between the two. mm.
class ChordGapsTest < CoreTest
  # A pin of a radius below a cone that begins on its circle, 20 up, and a land at twice its radius.
  def pinned(radius)
    wide = radius * 2
    built(<<~F)
      - {id: pin, type: extrude, profile: {kind: circle, diameter: #{radius * 2}}, depth: 20}
      - {id: head, type: revolve, axis: z, profile: {kind: free, start: [20, 0], edges: [{name: under, to: [20, #{radius}]}, {name: cone, to: [26, #{wide}]}, {name: land, to: [30, #{wide}]}, {name: top, to: [30, 0]}, {name: axis}]}}
    F
  end

  FACES = %w[head/cone head/land head/top pin/end.start pin/side.rim].freeze

  # Radii at which the two circles have chords of their own, and one at which they have not.
  [2, 4.5, 8].each do |radius|
    define_method("test_no_face_lies_between_circles_of_radius_#{radius.to_s.tr('.', '_')}") do
      model = pinned(radius)
      assert model.solid.closed?
      assert_equal FACES, model.solid.faces.map(&:name).sort
    end

    # From above the head hides the pin: the one circle of the pin, of the bottom and the neck, is hidden.
    define_method("test_hidden_lines_of_radius_#{radius.to_s.tr('.', '_')}") do
      lines = Projection::Linework.of(pinned(radius).solid, Projection::ViewFrame.named('top'))
      assert_in_delta 2 * Math::PI * radius, lines.lengths(false)[:total], 1e-6
      assert_in_delta 4 * Math::PI * radius, lines.lengths(true)[:total], 1e-6
    end

    define_method("test_front_view_of_radius_#{radius.to_s.tr('.', '_')}") do
      lines = Projection::Linework.of(pinned(radius).solid, Projection::ViewFrame.named('front'))
      assert_in_delta 12 * radius, lines.lengths(true)[:sharp], 1e-6, 'bottom, neck, the two rims of the land'
      assert_in_delta 2 * (20 + Math.hypot(6, radius) + 4), lines.lengths(true)[:silhouette], 1e-6
      assert_in_delta 0.0, lines.lengths(false)[:total], 1e-6
    end
  end

  # A shoulder that is truly there stays a face, however narrow.
  def test_a_narrow_shoulder_stays
    model = built(<<~F)
      - {id: pin, type: extrude, profile: {kind: circle, diameter: 9}, depth: 20}
      - {id: head, type: extrude, on: pin/end.end, profile: {kind: circle, diameter: 9.02}, depth: 4}
    F
    assert_includes model.solid.faces.map(&:name), 'head/end.start'
  end

  # Nor is a flat cut into a pin taken for one.
  def test_a_flat_stays
    model = built(<<~F)
      - {id: pin, type: extrude, profile: {kind: circle, diameter: 9}, depth: 20}
      - {id: flat, type: extrude, operation: cut, on: pin/end.end, at: [0, 9.45], profile: {kind: rectangle, width: 20, height: 10}, depth: 5}
    F
    assert_includes model.solid.faces.map(&:name), 'flat/end.start'
    assert model.solid.closed?
  end
end
