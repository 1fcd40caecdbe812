# frozen_string_literal: true

require 'test_helper'

# Parts cut open: area (mm2) and remaining volume (mm3) by formula, and what the edges of the section border on.
class CutTest < CoreTest
  PLATE =
    "  - {id: p, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: 20}\n" \
    "  - {id: a, type: hole, on: p/end.end, at: [-30, -15], diameter: 10, through: true}\n" \
    "  - {id: b, type: hole, on: p/end.end, at: [30, 15], diameter: 16, through: true}"

  def solid = built(PLATE).solid

  def test_a_plane_section_keeps_what_lies_behind_it
    cut = Solids::Cut.plane(solid, [0, -15, 0], [0, -1, 0])
    assert_closed cut.remaining
    assert_in_delta (100 - 10) * 20, cut.loops.sum(&:area), 1e-6
    assert_in_delta 2 * ((100 - 10) + 40), cut.loops.sum(&:perimeter), 1e-6
    assert_equal %w[a/wall p/end.end p/end.start p/side.left p/side.right], cut.loops.flat_map(&:faces).uniq.sort
    # half of hole a; chords of 48
    assert_in_delta (100 * 45 * 20) - (PI_B * 20), Solids::Mass.of(cut.remaining).volume, 40
  end
  PI_B = Math::PI * (64 + 12.5)

  def test_stepped_planes_pass_through_both_holes
    line = [[-50, -15, 0], [0, -15, 0], [0, 15, 0], [50, 15, 0]]
    cut = Solids::Cut.stepped(solid, line, [0, -1, 0])
    assert_equal %w[section/side.cut1 section/side.cut3], cut.shown
    assert_in_delta ((50 - 10) + (50 - 16)) * 20, cut.loops.sum(&:area), 1e-6
    assert_closed cut.remaining
    assert_includes cut.remaining.faces.map(&:name), 'section/side.cut2', 'the riser between the planes'
  end

  def test_a_closed_profile_to_a_depth
    frame = Geometry::Frame.new([0, 0, 20], [0, 0, 1], [1, 0, 0])
    cut = Solids::Cut.profile(solid, frame, [[-45, -25], [-15, -25], [-15, -5], [-45, -5]], 12)
    polygon = 18 * 25 * Math.sin(Math::PI / 18) # the 36-gon that stands for a circle of radius 5
    assert_in_delta (30 * 20) - polygon, cut.loops.sum(&:area), 1e-6
    assert_in_delta (30 * 20 * 12) - (polygon * 12),
                    Solids::Mass.of(solid).volume - Solids::Mass.of(cut.remaining).volume,
                    0.1
  end

  # A low block with a higher one on its back half, whose wall lies in the cutting plane: that wall is not cut.
  STEP = "  - {id: low, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 10}\n" \
         "  - {id: up, type: extrude, offset: 10, at: [0, 10], profile: {kind: rectangle, width: 40, height: 20}, " \
         'depth: 20}'

  def test_a_wall_in_the_cutting_plane_stays_itself
    cut = Solids::Cut.plane(built(STEP).solid, [0, 0, 0], [0, -1, 0])
    assert_closed cut.remaining
    assert_in_delta 40 * 10, cut.loops.sum(&:area), 1e-9
    assert_in_delta 20 * 40 * 30, Solids::Mass.of(cut.remaining).volume, 1e-6
    wall = cut.remaining.facets.select { |f| f.face.name == 'up/side.bottom' }
    assert_in_delta 40 * 20, wall.sum { |f| Solids::Mass.facet_area(cut.remaining, f) }, 1e-9
  end

  def test_the_border_of_what_is_cut_is_an_edge_in_its_own_plane
    rest = Solids::Cut.plane(built(STEP).solid, [0, 0, 0], [0, -1, 0]).remaining
    set = Projection::EdgeSet.new(rest, apart: Solids::Cut::PREFIX)
    lines = Projection::Linework.of(rest, Projection::ViewFrame.named('front'), edge_set: set).strokes
    border = lines.select { |s| s.faces == %w[section/side.cut1 up/side.bottom] }
    assert_equal [[:sharp, true, [[-20.0, 10.0], [20.0, 10.0]]]],
                 (border.map { |s| [s.kind, s.visible, s.points.sort] })
  end

  def test_a_line_that_crosses_itself_is_refused
    error =
      assert_raises(Nockplane::Error) do
        Solids::Cut.stepped(
          solid,
          [[-50, 0, 0], [20, 0, 0], [20, 10, 0], [-20, 10, 0], [-20, -10, 0], [50, -10, 0]],
          [0, -1, 0]
        )
      end
    assert_match(/the cutting line crosses itself/, error.message)
  end

  def test_bodies_and_voids
    hollow =
      built(
        "  - {id: p, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 40}\n" \
        "  - {id: s, type: shell, wall: 5}\n" \
        "  - {id: q, type: extrude, at: [100, 0], profile: {kind: rectangle, width: 10, height: 10}, depth: 10}"
      ).solid
    bodies = Solids::Bodies.of(hollow)
    assert_equal([(40**3) - (30**3), 1000], bodies.map { |b| Solids::Mass.of(b).volume.round })
  end
end
