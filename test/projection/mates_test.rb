# frozen_string_literal: true

require 'test_helper'

# A pin in its hole, seen isometrically from above: the near half of the hole's rim is seen, the far half hidden by the
# pin that stands out, however the chords of the two lie. Radii in mm, parameters of the rim's ellipse in radians.
class MatesTest < CoreTest
  PLATE = <<~R
    nockplane: recipe/1
    name: Plate
    features:
      - {id: plate, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 10}
      - {id: hole, type: hole, on: plate/end.end, diameter: 8, through: true}
  R

  def pin(diameter) = <<~R
    nockplane: recipe/1
    name: Pin
    features:
      - {id: pin, type: extrude, profile: {kind: circle, diameter: #{diameter}}, depth: 20}
  R

  # [[from, to], ...] of the rim's arcs, visible and hidden.
  def rim(diameter, turn:)
    parts = { 'P' => PLATE, 'Q' => pin(diameter) }
    text =
      "nockplane: assembly/1\nname: Joint\ncomponents:\n  - {id: base, model: P}\n" \
      "  - {id: pin, model: Q, offset: -5, turn: #{turn}}\n"
    solid = Products::Source.new(library: ->(name, _) { parts[name] }).model_of(text).solid
    strokes = Projection::Linework.of(solid, Projection::ViewFrame.named('iso')).strokes
    found = strokes.select { |s| s.faces == %w[base:hole/wall base:plate/end.end] }
    [true, false].map { |seen| found.select { |s| s.visible == seen }.map { |s| [s.from, s.to] } }
  end

  def assert_arc(from, to, arcs)
    assert_equal 1, arcs.size, 'the rim is seen, and hidden, in one arc'
    assert_in_delta to - from, arcs[0][1] - arcs[0][0], 1e-6
    assert_in_delta 0, Math.sin((arcs[0][0] - from) / 2), 1e-6
  end

  [0, 1.7, 3.75, 5].each do |turn|
    define_method("test_pin_of_the_size_of_its_hole_turned_by_#{turn}_degrees") do
      seen, hidden = rim(8, turn: turn)
      assert_arc Math::PI, 2 * Math::PI, seen
      assert_arc 0, Math::PI, hidden
    end
  end

  # The rim comes out of sight where it crosses the outlines of the pin, 3.99 mm to both sides of its middle.
  def test_pin_with_play
    beside = Math.acos(3.99 / 4)
    seen, hidden = rim(7.98, turn: 1.7)
    assert_arc Math::PI - beside, (2 * Math::PI) + beside, seen
    assert_arc beside, Math::PI - beside, hidden
  end

  # A liner of another part round a shaft of almost its size does hide what is cut into the shaft.
  def test_a_thin_liner_hides_its_shaft
    shaft = <<~R
      nockplane: recipe/1
      name: Shaft
      features:
        - {id: b, type: revolve, axis: z, profile: {kind: stepped, steps: [{name: one, diameter: 40, length: 10}, {name: two, diameter: 36, length: 10}]}}
    R
    liner = <<~R
      nockplane: recipe/1
      name: Liner
      features:
        - {id: l, type: revolve, axis: z, profile: {kind: stepped, bore: 40, steps: [{name: all, diameter: 40.2, length: 30}]}}
    R
    parts = { 'P' => shaft, 'Q' => liner }
    text = "nockplane: assembly/1\nname: Joint\ncomponents:\n  - {id: s, model: P}\n  - {id: l, model: Q, turn: 2}\n"
    solid = Products::Source.new(library: ->(name, _) { parts[name] }).model_of(text).solid
    strokes = Projection::Linework.of(solid, Projection::ViewFrame.named('front')).strokes
    step = strokes.select { |s| s.faces == %w[s:b/one s:b/two.shoulder] }
    refute_empty step
    refute step.any?(&:visible)
  end
end
