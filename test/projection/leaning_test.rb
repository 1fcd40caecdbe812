# frozen_string_literal: true

require 'step_helper'

# Outlines along the rims of rounded edges in files whose rims and surfaces begin at other angles, and at notches, where
# flat pieces lean another way than the surface does. By formula, mm.
class LeaningTest < StepTest
  def view(solid, name)
    frame = Projection::ViewFrame.named(name)
    Projection::Linework.of(solid, frame, edge_set: Projection::EdgeSet.new(solid)).strokes
  end

  def outline(solid, name) = view(solid, name).select { |s| s.visible && s.kind == :silhouette }.sum(&:length)

  # A disc 10 high with a round edge above, whose surface begins so many degrees after the rim.
  def disc(radius, round, degrees)
    s = StepSketch.new
    at = Math.cos(degrees * Math::PI / 180), Math.sin(degrees * Math::PI / 180), 0.0
    low, rim, top = s.ring(radius, 0.0), s.ring(radius, 10.0 - round), s.ring(radius - round, 10.0)
    tube = s.r.add('TOROIDAL_SURFACE', '', s.at([0.0, 0.0, 10.0 - round], StepSketch::Z, at), radius - round, round)
    wall = s.r.add('CYLINDRICAL_SURFACE', '', s.at([0.0, 0.0, 0.0]), radius)
    down = s.face(s.plane([0.0, 0.0, 0.0], [0.0, 0.0, -1.0]), s.loop_of(s.back(low)))
    up = s.face(s.plane([0.0, 0.0, 10.0]), s.loop_of(top))
    sides = [[wall, low, rim], [tube, rim, top]].map { |on, a, b| s.face(on, s.loop_of(a), s.loop_of(s.back(b))) }
    STEP::Import.read(s.file(s.solid(down, up, *sides))).model.solid
  end

  [0.0, 2.628, 17.0, 41.3].each do |degrees|
    [[38.0, 2.0], [200.0, 0.5]].each do |radius, round|
      define_method("test_a_round_of_#{round}_on_#{radius}_that_begins_at_#{degrees}_degrees_has_its_outline") do
        solid = disc(radius, round, degrees)
        assert_closed solid
        assert_in_delta 2 * Math::PI * radius, outline(solid, 'top'), 1e-3
        hidden = view(solid, 'top').reject(&:visible)
        assert_empty hidden
      end
    end
  end

  # Round cuts on the rim of a rounded disc, told as a file; each takes twice 2 asin(a / 2R) of the outline.
  def test_an_outline_goes_on_to_the_corners_of_notches
    cuts = { 13 => 3.7, 71 => 2.2, 118 => 3.0, 197 => 2.5, 260 => 2.1, 311 => 3.9 }
    features = cuts.each_with_index.map do |(at, a), i|
      x, y = %i[cos sin].map { |f| (16.7 * Math.public_send(f, at * Math::PI / 180)).round(4) }
      "  - {id: cut#{i}, type: extrude, on: disc/end.end, at: [#{x}, #{y}], through: true, operation: cut, profile: " \
        "{kind: circle, diameter: #{2 * a}}}\n"
    end
    rounded = built(
      "  - {id: disc, type: extrude, on: xy, depth: 10.5, profile: {kind: circle, diameter: 33.4}}\n" \
        "  - {id: edge, type: round, edges: [[disc/side.rim, disc/end.end]], radius: 0.8}\n#{features.join}"
    )
    solid = STEP::Import.read(STEP::Writer.write(rounded)).model.solid
    lost = cuts.values.sum { |a| 4 * Math.asin(a / 33.4) }
    assert_in_delta 16.7 * ((2 * Math::PI) - lost), outline(solid, 'top'), 0.02
  end
end
