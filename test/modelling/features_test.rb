# frozen_string_literal: true

require 'test_helper'

# Features beyond extrusion and hole: volumes against closed formulas (mm3), names, and refusals in words.
class FeaturesTest < CoreTest
  PI = Math::PI
  Q = 1 - (PI / 4) # area between a square corner of side 1 and its quarter circle
  BOX = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}'
  DISC = '  - {id: b, type: extrude, profile: {kind: circle, diameter: 40}, depth: 20}'
  ELL =
    '  - {id: b, type: extrude, depth: 10, profile: {kind: free, start: [0, 0], edges: [{name: a, to: [40, 0]}, ' \
    '{name: b, to: [40, 15]}, {name: c, to: [15, 15]}, {name: d, to: [15, 40]}, {name: e, to: [0, 40]}, {name: f}]}}'

  def on(base, *features) = recipe([base, *features.map { |f| "  - {#{f}}" }].join("\n"))
  def faces(text) = model(text).solid.faces.map(&:name)

  # Volume of the ring a quarter round of radius r takes from a convex rim of radius at (Pappus).
  def ring(r, at) = Q * r * r * 2 * PI * (at - (r * (10 - (3 * PI)) / (12 - (3 * PI))))

  def test_round_of_a_straight_edge
    text = on(BOX, 'id: r, type: round, edges: [[b/side.left, b/side.top]], radius: 4')
    assert_fit 24_000 - (Q * 16 * 20), text, relative: 1e-7
    assert_includes faces(text), 'r/round.b.side.left+b.side.top'
  end

  def test_chamfer_by_setback_and_by_angle_from_the_face_named_first
    assert_fit 24_000 - (8 * 20),
               on(BOX, 'id: c, type: chamfer, edges: [[b/side.left, b/side.top]], setback: 4'),
               relative: 1e-9
    text = on(BOX, 'id: c, type: chamfer, edges: [[b/side.left, b/side.top]], setback: 4, angle: 30')
    assert_fit 24_000 - (0.5 * 16 * Math.tan(PI / 6) * 20), text, relative: 1e-6
    assert_in_delta 26,
                    model(text).solid.facets_of('b/side.left')[0].box.then { |b| b[4] - b[1] },
                    1e-6,
                    'the setback is on the left side'
  end

  def test_chamfer_around_a_rim_is_mitred_like_the_rim_of_an_extrusion
    assert_fit (1200 * 18) + (2.0 / 6 * (1200 + (4 * 38 * 28) + (36 * 26))),
               on(BOX, 'id: c, type: chamfer, edges: [b/end.end], setback: 2'),
               relative: 1e-9
  end

  def test_a_box_rounded_all_over
    a, b, c = [40, 30, 20].map { |s| s - 6 }
    upright =
      '[b/side.left, b/side.top], [b/side.left, b/side.bottom], [b/side.right, b/side.top], [b/side.right, ' \
      'b/side.bottom]'
    text = on(BOX, "id: r, type: round, radius: 3, edges: [b/end.end, b/end.start, #{upright}]")
    assert_fit (a * b * c) + (6 * ((a * b) + (b * c) + (c * a))) + (PI * 9 * (a + b + c)) + (4.0 / 3 * PI * 27), text
    assert_equal(
      { plane: 6, cylinder: 12, sphere: 8 },
      model(text).solid.faces.group_by { |f| f.surface.kind }.transform_values(&:size)
    )
  end

  def test_inner_and_outer_corners_of_a_chamfered_rim
    # Prismatoid: the section at height h is the outline moved inwards by h; area(h) = A - P h + k h^2 is exact to
    # Simpson.
    area = ->(h) { ((40 - (2 * h)) * (15 - (2 * h))) + ((15 - (2 * h)) * 25) }
    assert_fit (975 * 8) + (2.0 / 6 * (area[0] + (4 * area[1]) + area[2])),
               on(ELL, 'id: c, type: chamfer, edges: [b/end.end], setback: 2'),
               relative: 1e-9
  end

  def test_fillet_of_an_inner_edge_adds_material
    assert_fit(
      (975 + (Q * 25)) * 10,
      on(ELL, 'id: r, type: round, edges: [[b/side.c, b/side.d]], radius: 5'),
      relative: 1e-7
    )
  end

  def test_rounds_on_circular_edges
    assert_fit (PI * 400 * 18) + (PI / 3 * 2 * (400 + 360 + 324)),
               on(DISC, 'id: c, type: chamfer, edges: [b/end.end], setback: 2')
    assert_fit (PI * 8000) - ring(3, 20),
               on(DISC, 'id: r, type: round, edges: [[b/end.end, b/side.rim]], radius: 3'),
               relative: 2e-6
    # around a boss: the fillet's ring outside radius 6
    outside = Q * 4 * 2 * PI * (6 + (2 * (10 - (3 * PI)) / (12 - (3 * PI))))
    text =
      on(
        BOX,
        'id: h, type: boss, on: b/end.end, diameter: 12, depth: 10',
        'id: r, type: round, edges: [[h/side.rim, b/end.end]], radius: 2'
      )
    assert_fit 24_000 + (PI * 360) + outside, text, relative: 2e-6
    assert_equal :torus, model(text).solid.face('r/round.b.end.end+h.side.rim').surface.kind
  end

  def test_a_round_runs_on_along_tangent_edges
    text =
      on(
        '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30, corner_radius: 6}, depth: 20}',
        'id: r, type: round, edges: [[b/side.left, b/end.end]], radius: 3'
      )
    straight = Q * 9 * (2 * (28 + 18))
    assert_fit ((1200 - (4 * Q * 36)) * 20) - straight - ring(3, 6), text, relative: 2e-6
    assert_equal 8, faces(text).count { |n| n.start_with?('r/round') }
  end

  def test_floor_of_a_pocket_with_its_corners
    upright =
      '[p/side.left, p/side.top], [p/side.left, p/side.bottom], [p/side.right, p/side.top], [p/side.right, ' \
      'p/side.bottom]'
    text =
      on(
        BOX,
        'id: p, type: pocket, on: b/end.end, width: 20, height: 14, depth: 8',
        "id: r, type: round, radius: 2, edges: [p/end.start, #{upright}]"
      )
    edges = Q * 4 * ((2 * (16 + 10)) + (4 * 6))
    corners = 4 * (8 - (4.0 / 3 * PI * 8 / 8)) # a cube of side 2 less an eighth of a ball
    assert_fit 24_000 - (20 * 14 * 8) + edges + corners, text, relative: 1e-6
  end

  def test_edges_that_cannot_be_treated_are_refused_in_words
    assert_faulty "line 6, features[1].radius: 45 mm does not fit on 'b/side.left'; use a smaller size",
                  on(BOX, 'id: r, type: round, edges: [[b/side.left, b/side.top]], radius: 45')
    assert_faulty "line 6, features[1].edges: there is no face 'b/side.lefd' here; did you mean 'b/side.left'?",
                  on(BOX, 'id: r, type: round, edges: [[b/side.lefd, b/side.top]], radius: 1')
    assert_faulty "line 6, features[1].edges: 'b/side.left' and 'b/side.right' have no edge between them",
                  on(BOX, 'id: r, type: round, edges: [[b/side.left, b/side.right]], radius: 1')
  end

  def test_shells
    assert_fit 24_000 - (36 * 26 * 18), on(BOX, 'id: s, type: shell, wall: 2, open: [b/end.end]'), relative: 1e-9
    assert_fit 24_000 - (40 * 26 * 18),
               on(BOX, 'id: s, type: shell, wall: 2, open: [b/end.end, b/side.left, b/side.right]'),
               relative: 1e-9
    assert_fit (PI * 8000) - (PI * 324 * 18), on(DISC, 'id: s, type: shell, wall: 2, open: [b/end.end]')
    closed = on(BOX, 'id: s, type: shell, wall: 2')
    assert_fit 24_000 - (36 * 26 * 16), closed, relative: 1e-9
    assert_empty model(closed).warnings, 'a hollow part is one body'
  end

  def test_a_shell_keeps_its_wall_on_drafted_and_rounded_walls
    text =
      on(
        '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30, corner_radius: 8}, depth: 20, ' \
        'draft: 5}',
        'id: s, type: shell, wall: 2, open: [b/end.start]'
      )
    solid = model(text).solid
    outer, inner = %w[b/side.left s/inner.b.side.left].map { |n| solid.facets_of(n)[0] }
    assert_in_delta 2, outer.d + inner.d, 1e-9
    assert_in_delta 2,
                    solid.face('b/side.bottom+right').surface.radius -
                      solid.face('s/inner.b.side.bottom+right').surface.radius,
                    0.02
  end

  def test_walls_that_do_not_fit_are_refused
    text =
      on(
        '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30, corner_radius: 2}, depth: 20}',
        'id: s, type: shell, wall: 3, open: [b/end.end]'
      )
    assert_match(
      /features\[1\]\.wall: 3 mm does not work here: the face 'b.side.\w+\+\w+' is too small for it/,
      assert_raises(Modelling::RecipeFault) { model(text) }.message
    )
    assert_raises(Modelling::RecipeFault) { model(on(BOX, 'id: s, type: shell, wall: 16, open: [b/end.end]')) }
  end

  def test_draft
    x = 20 * Math.tan(PI / 36)
    assert_fit 20.0 / 6 * (1200 + (4 * (40 - x) * (30 - x)) + ((40 - (2 * x)) * (30 - (2 * x)))),
               recipe(BOX.sub('depth: 20', 'depth: 20, draft: 5')),
               relative: 1e-9
    r = 20 - x
    assert_fit 20 * PI / 3 * (400 + (20 * r) + (r * r)), recipe(DISC.sub('depth: 20', 'depth: 20, draft: 5'))
    assert_faulty 'line 5, features[0].draft: 60°; between -45° and 45° is needed',
                  recipe(BOX.sub('depth: 20', 'depth: 20, draft: 60'))
  end

  def test_tangent_arcs_and_arcs_by_radius
    stadium =
      '  - {id: b, type: extrude, depth: 10, profile: {kind: free, start: [0, 0], edges: [{name: a, to: [40, 0]}, ' \
      '{name: s, to: [40, 20], tangent: true}, {name: c, to: [0, 20]}, {name: d, tangent: true}]}}'
    assert_fit (800 + (PI * 100)) * 10, recipe(stadium)
    lens =
      '  - {id: b, type: extrude, depth: 10, profile: {kind: free, start: [0, 0], edges: [{name: a, to: [12, 0], ' \
      'radius: 10}, {name: b, radius: 10}]}}'
    half = Math.asin(0.6)
    assert_fit 100 * ((2 * half) - Math.sin(2 * half)) * 10, recipe(lens), relative: 3e-6
  end

  def test_a_spline_through_points_of_a_parabola
    # natural ends bend it a little off the parabola; the area of its own Bezier spans is exact
    points = (1..9).map { |i| [40 - (4 * i), 10 + (i * (10 - i) * 0.2)] }
    text =
      recipe(
        "  - {id: b, type: extrude, depth: 10, profile: {kind: free, start: [0, 0], edges: [{name: a, to: [40, 0]}, " \
        "{name: b, to: [40, 10]}, {name: s, to: [0, 10], through: #{points}}, {name: d}]}}"
      )
    parabola = 400 + (2.0 / 3 * 40 * 5)
    assert_in_delta parabola * 10, mass(text).volume, parabola * 10 * 2e-3
    assert_equal :extrusion, model(text).solid.face('b/side.s').surface.kind
  end

  def test_ribs_grooves_slots_and_bosses
    assert_fit 24_000 + (2 * 20 * 5),
               on(BOX, 'id: r, type: rib, on: b/end.end, path: [[-10, 0], [10, 0]], thickness: 2, depth: 5'),
               relative: 1e-9
    track = ((32 * 22) - (4 * Q * 25)) - ((28 * 18) - (4 * Q * 9))
    assert_fit 24_000 - (track * 1.5),
               on(
                 BOX,
                 'id: g, type: groove, on: b/end.end, profile: {kind: rectangle, width: 30, height: 20, ' \
                 'corner_radius: 4}, width: 2, depth: 1.5'
               )
    assert_fit (PI * 8000) - (PI * (400 - 324) * 3),
               on(DISC, 'id: g, type: groove, around: b/side.rim, position: 5, width: 3, depth: 2')
    assert_fit 24_000 - ((72 + (PI * 9)) * 5),
               on(BOX, 'id: s, type: slot, on: b/end.end, length: 12, width: 6, depth: 5')
    assert_fit 24_000 + (PI * 36 * 4), on(BOX, 'id: s, type: boss, on: b/end.end, diameter: 12, depth: 4')
  end

  def test_a_groove_inside_a_bore
    text =
      on(
        DISC,
        'id: h, type: hole, on: b/end.end, diameter: 20, through: true',
        'id: g, type: groove, around: h/wall, position: 5, width: 3, depth: 2'
      )
    assert_fit PI * (((400 - 100) * 20) - ((144 - 100) * 3)), text
  end

  def test_holes_from_tables_counterdrilled_and_to_a_face
    # ISO 273 medium 6.6
    assert_fit 24_000 - (PI * 3.3**2 * 20), on(BOX, 'id: h, type: hole, on: b/end.end, clearance: M6, through: true')
    assert_fit 24_000 - (PI * 3.2**2 * 20),
               on(BOX, 'id: h, type: hole, on: b/end.end, clearance: M6, fit: fine, through: true')
    step = 2 / Math.tan(PI / 3)
    drilled = (PI * 4.5**2 * 4) + (PI / 3 * step * ((4.5**2) + (4.5 * 2.5) + (2.5**2))) + (PI * 2.5**2 * (16 - step))
    assert_fit 24_000 - drilled,
               on(
                 BOX,
                 'id: h, type: hole, kind: counterdrilled, on: b/end.end, diameter: 5, counterdrill_diameter: 9, ' \
                 'counterdrill_depth: 4, through: true'
               )
    stepped =
      on(
        BOX,
        'id: p, type: pocket, on: b/end.start, diameter: 20, depth: 6',
        'id: h, type: hole, on: b/end.end, diameter: 5, to: p/end.start'
      )
    assert_fit 24_000 - (PI * 100 * 6) - (PI * 6.25 * 14), stepped
  end

  def test_a_free_pattern_is_named_by_its_list
    text =
      on(
        BOX,
        'id: h, type: hole, on: b/end.end, at: [1, 0], diameter: 4, through: true, pattern: {kind: free, places: ' \
        '[[-12, 5], [0, -8], [10, 3]]}'
      )
    assert_fit 24_000 - (3 * PI * 4 * 20), text
    assert_in_delta(-7, model(text).solid.face('h[2]/wall').surface.origin[1] + 1, 1e-9)
    assert_faulty 'line 6, features[1].pattern.places: two instances stand at the same place',
                  on(
                    BOX,
                    'id: h, type: hole, on: b/end.end, diameter: 4, through: true, pattern: {kind: free, places: ' \
                    '[[1, 2], [1, 2]]}'
                  )
  end

  def test_walls_of_no_thickness_are_told
    warned = ->(more) do
      model(on(BOX, "id: h, type: hole, on: b/end.end, diameter: 10, through: true, #{more}")).warnings
    end
    assert_equal ['features[1] (h): leaves no wall near (20, 0, 10) mm; move it or change a size'],
                 warned['at: [15, 0]']
    assert_match(/leaves a wall of only 0.01 mm near \(19.99, 0, 10\)/, warned['at: [14.99, 0]'][0])
    assert_empty warned['at: [14.9, 0]']
    touching =
      on(BOX, 'id: t, type: extrude, at: [40, 30], profile: {kind: rectangle, width: 40, height: 30}, depth: 20')
    assert_match(/features\[1\] \(t\): leaves no wall near \(20, 15, 10\)/, model(touching).warnings[0])
  end

  def test_datum_planes
    # a 60 degree prism cut: the plane through the top's middle, leaned by 30 degrees about y
    text =
      on(
        BOX,
        'id: t, type: plane, on: b/end.end, about: y, angle: 30',
        'id: c, type: extrude, operation: cut, on: t, depth: 40, reverse: true, profile: {kind: rectangle, width: ' \
        '100, height: 100}'
      )
    assert_fit 24_000 - (0.5 * 20 * 20 * Math.tan(PI / 6) * 30), text, relative: 1e-6
    # square to the axis of a cylinder, through it: a cross hole, by the volume common to two cylinders (16 r^3 / 3 for
    # equal ones)
    cross =
      on(
        DISC.sub('depth: 20', 'depth: 60'),
        'id: t, type: plane, through: b/side.rim',
        'id: h, type: extrude, operation: cut, on: t, at: [30, 0], profile: {kind: circle, diameter: 40}, through: ' \
        'true, both_ways: true'
      )
    assert_in_delta (PI * 400 * 60) - (16.0 / 3 * 8000), mass(cross).volume, 40
  end

  def test_mass_properties_of_a_block_and_a_cylinder
    block = mass(on(BOX))
    assert_in_delta 24_000 * (30**2 + 20**2) / 12.0, block.inertia[0][0], 1e-3
    assert_in_delta 0, block.inertia[0][1], 1e-3
    assert_in_delta 0.0, block.error, 0
    disc = mass(on(DISC))
    assert_in_delta PI * 8000 * 400 / 2, disc.inertia[2][2], 20
    assert_operator ((disc.volume - (PI * 8000)) / (PI * 8000)).abs, :<=, disc.error
    assert_in_delta 2700 * 24_000e-9, Modelling::Materials.mass({ 'material' => 'EN AW-6082 T6' }, 24_000.0), 1e-12
    assert_nil Modelling::Materials.mass({ 'material' => 'unobtainium' }, 1.0)
  end
end
