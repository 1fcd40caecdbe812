# frozen_string_literal: true

require 'test_helper'

# Curves of views against the formulas of the surfaces they come from, mm.
class ExactTest < CoreTest
  FREE = Projection::ViewFrame.new([0.37, 0.81, -0.45], [0, 0, 1])

  def strokes(features, view, &choice) = linework(recipe(features), view).strokes.select(&choice)

  def test_an_oblique_plane_cuts_a_cylinder_in_one_ellipse
    cut =
      "  - {id: c, type: extrude, profile: {kind: circle, diameter: 40}, depth: 40}\n" \
      "  - {id: t, type: plane, on: xy, offset: 25, about: y, angle: 30}\n" \
      "  - {id: k, type: extrude, operation: cut, on: t, reverse: true, depth: 60, profile: {kind: rectangle, width: " \
      "120, height: 90}}"
    # square to the cut
    along = Projection::ViewFrame.new([-Math.sin(Math::PI / 6), 0, -Math.cos(Math::PI / 6)], [0, 1, 0])
    arcs = strokes(cut, along) { |s| s.arc? && s.faces.include?('k/end.start') }
    assert_equal [true], arcs.map(&:closed?)
    assert_in_delta 20 / Math.cos(Math::PI / 6), arcs[0].rx, 1e-9
    assert_in_delta 20, arcs[0].ry, 1e-9
    assert(
      strokes(cut, 'top') { |s| s.arc? && s.visible }.all? { |s| (s.rx - 20).abs < 1e-9 && (s.ry - 20).abs < 1e-9 },
      'from above it is the circle itself'
    )
  end

  def test_an_oblique_plane_cuts_a_cone_in_an_ellipse
    ring =
      Projection::Ring.oblique(
        Geometry::Surface.plane([0, 0, 10], V.unit([0.3, 0, 1])),
        cone = Geometry::Surface.cone([0, 0, 0], [0, 0, 1], 20.0, -0.5)
      )
    16.times do |i|
      p = ring.at(i * 0.4)
      assert_in_delta 0, cone.distance(p), 1e-9
      assert_in_delta 0, V.dot(V.sub(p, [0, 0, 10]), V.unit([0.3, 0, 1])), 1e-9
    end
  end

  def test_crossing_cylinders_meet_on_a_hyperbola_in_the_front_view
    pipes =
      "  - {id: run, type: extrude, on: yz, both_ways: true, depth: 120, profile: {kind: circle, diameter: 60}}\n  - " \
      "{id: branch, type: extrude, on: xy, depth: 60, profile: {kind: circle, diameter: 40}}"
    spline = strokes(pipes, 'front') { |s| s.spline? && s.visible }
    assert_equal 1, spline.size
    # y2 + z2 = 30^2 and x2 + y2 = 20^2: z2 - x2 = 500
    gap = ->((x, z)) { ((z * z) - (x * x) - 500).abs / (2 * z) }
    spline[0].beziers.each do |b|
      assert_operator gap[b[0]], :<, 1e-6, 'ends of the spans are on both cylinders'
      [0.25, 0.5, 0.75].each { |t| assert_operator gap[Projection::Stroke.bezier_at(b, t)], :<, 1e-4 }
    end
  end

  # Both rims of a through hole are the same ellipse (20 by 20 sin 50), the far one lower by 20 cos 50: they cross
  # midway.
  def test_a_rim_passes_out_of_sight_where_the_other_rim_crosses_it
    text =
      "  - {id: b, type: extrude, profile: {kind: rectangle, width: 80, height: 80}, depth: 20}\n  - {id: h, type: " \
      "hole, on: b/end.end, at: [0, 0], diameter: 40, through: true}"
    tilt = 50 * Math::PI / 180
    frame = Projection::ViewFrame.new([0, Math.cos(tilt), -Math.sin(tilt)], [0, 0, 1])
    far = strokes(text, frame) { |s| s.arc? && s.faces == %w[b/end.start h/wall] }
    assert_equal [false, true], far.map(&:visible).sort_by(&:to_s)
    x = 20 * Math.sqrt(1 - (((20 * Math.cos(tilt)) / (2 * 20 * Math.sin(tilt)))**2))
    far.each { |s| [s.from, s.to].each { |t| assert_in_delta x, s.at(t)[0].abs, 1e-6 } }
    far.each { |s| [s.from, s.to].each { |t| assert_in_delta 10 * Math.cos(tilt), s.at(t)[1], 1e-6 } }
  end

  def test_outlines_of_a_cylinder_are_a_diameter_apart_from_anywhere
    lines =
      strokes('  - {id: c, type: extrude, profile: {kind: circle, diameter: 50}, depth: 80}', FREE) do |s|
        s.kind == :silhouette && s.shape == :line
      end
    assert_equal 2, lines.size
    assert_in_delta 50, (lines[0].points[0][0] - lines[1].points[0][0]).abs, 1e-9
  end

  def test_outlines_of_a_cone_touch_the_ellipses_of_its_ends
    text = '  - {id: c, type: extrude, profile: {kind: circle, diameter: 50}, depth: 30, draft: 10}'
    all = strokes(text, FREE) { |s| s.kind == :silhouette || s.arc? }
    lines, arcs = all.partition { |s| s.shape == :line }
    assert_equal 2, lines.size
    on = ->(p, a) do
      dx, dy = p[0] - a.centre[0], p[1] - a.centre[1]
      c, s = Math.cos(a.rotation), Math.sin(a.rotation)
      ((((dx * c) + (dy * s)) / a.rx)**2) + ((((dy * c) - (dx * s)) / a.ry)**2)
    end
    lines.flat_map(&:points).each { |p| assert_in_delta 1, arcs.map { |a| on[p, a] }.min_by { |v| (v - 1).abs }, 1e-9 }
  end

  def test_a_line_that_ends_on_a_cylinder_ends_on_it_exactly
    # a flat on a shaft: its edges end where y = 8 meets the circle of radius 10 at the shoulder
    text =
      "  - {id: c, type: extrude, on: xy, profile: {kind: circle, diameter: 20}, depth: 40}\n" \
      "  - {id: f, type: extrude, operation: cut, on: xz, offset: -8, reverse: false, at: [0, 30], depth: 10, " \
      "profile: {kind: rectangle, width: 40, height: 20}}"
    ends = strokes(text, 'top') { |s| s.shape == :line && s.visible }.flat_map(&:points)
    assert_includes ends.map { |p| p.map { |v| v.abs.round(6) } }, [6.0, 8.0]
  end

  def test_bezier_of_a_quarter_circle_and_parts_of_it
    b = Projection::Exact.bezier([10.0, 0.0, 0.0], [0.0, 10.0, 0.0], [0.0, 1.0, 0.0], [-1.0, 0.0, 0.0])
    mid = Projection::Exact.part(b, 0.5, 1.0)
    assert_in_delta 10, Math.hypot(mid[0][0], mid[0][1]), 0.003
    assert_equal b[3], mid[3]
    assert_in_delta 5 * Math::PI, Projection::Stroke.bezier_length(b.map { |p| p.first(2) }), 0.01
  end

  def test_splines_are_drawn_as_bezier_curves_in_svg_and_pdf
    pipes =
      recipe(
        "  - {id: run, type: extrude, on: yz, both_ways: true, depth: 120, profile: {kind: circle, diameter: 60}}\n" \
        "  - {id: branch, type: extrude, on: xy, depth: 60, profile: {kind: circle, diameter: 40}}"
      )
    drawing, source = drawing_of(pipes)
    scene = Drawings::SceneBuilder.new(drawing, 's1', source).scene
    curve = scene.groups.flat_map(&:items).find { |i| i.is_a?(Drafting::Ink::Curve) }
    assert_equal 1, curve.points.size % 3
    assert_match(/ d="M[\d. -]+C[\d. -]+/, Formats::Svg.write(scene))
    assert_operator Formats::Pdf.write([scene]).bytesize, :>, 1000
  end
end
