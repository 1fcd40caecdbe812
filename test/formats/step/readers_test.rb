# frozen_string_literal: true

require 'step_helper'
require 'bored_parts'
require 'open3'

# What we write, judged by a reader that is not ours (npm occt-import-js): every face there, none empty, closed, the
# volume, mm3. Its meshes lie within 0.05 mm of the surfaces, which is less than 0.5 % of these volumes.
class StepReadersTest < StepTest
  # Volumes and face counts of ../shared/models/README.md.
  SAMPLES_OF_OTHERS = {
    'cup' => [8, 54_950.483],
    'lever' => [19, 30_905.631],
    'halved' => [18, 36_535.713],
    'vase' => [5, 76_392.675],
    'block-9' => [21, 2_318_623.092],
    'tee' => [7, 201_574.223],
    'flange' => [31, 288_005.043], # two were pieces of others
    'torus' => [1, 78_956.835],
    'housing' => [106, 179_397.989]
  }.freeze

  SAMPLES_OF_OTHERS.each do |name, (faces, volume)|
    define_method("test_#{name.tr('-', '_')}_is_read_whole_by_another") do
      assert_read(faces, volume, STEP::Writer.write(step_model(name)))
    end
  end

  # A cone that begins on the circle of a shank with other chords: no face between the two.
  def test_a_head_on_the_circle_of_a_shank
    model = built(<<~F)
      - {id: pin, type: extrude, profile: {kind: circle, diameter: 4}, depth: 20}
      - {id: head, type: revolve, axis: z, profile: {kind: free, start: [20, 0], edges: [{name: under, to: [20, 2]}, {name: cone, to: [26, 4]}, {name: land, to: [30, 4]}, {name: top, to: [30, 0]}, {name: axis}]}}
    F
    assert_read(5, Math::PI * ((4 * 20) + (6.0 / 3 * (4 + 8 + 16)) + (16 * 4)), STEP::Writer.write(model))
  end

  def assert_read(faces, volume, text, relative: 5e-3)
    found = elsewhere(text)
    assert found['success']
    assert_equal [faces, 0, 0], found.values_at('faces', 'empty', 'open'), 'faces, empty ones, open edges'
    assert_in_delta volume, found['volume'], volume * relative
  end

  def elsewhere(text)
    out, status =
      Open3.capture2('node', File.expand_path('../../js/read_step.mjs', __dir__), stdin_data: text, binmode: true)
    assert status.success?
    JSON.parse(out)
  end

  def test_tolerances_written_with_a_part_leave_it_readable
    views = [{ name: 'from above', direction: [0.0, 0.0, -1.0], up: [0.0, 1.0, 0.0] }]
    assert_read(11, 82_271.682, STEP::Writer.write(step_model('annotated-plate'), plan: true, views: views))
  end

  def test_recipes_are_read_whole_by_another
    %w[carousel hub-spindle].each do |name|
      made = model(demo(name))
      assert_read(made.solid.faces.size, mass(demo(name)).volume, STEP::Writer.write(made))
    end
  end

  # A ball whose holes miss its axis: no outline goes round it, and the hole must not be taken for the face. By volume
  # of our own solid, which is a sum over its mesh and its bulge.
  {
    'one' => ['[14,3], offset: 60, diameter: 8, depth: 50'],
    'two_blind' => ['[0,0], offset: 60, diameter: 8, depth: 50', '[9,-14], offset: 60, diameter: 6, depth: 50'],
    'across' => ['[3,5], offset: 60, diameter: 8, depth: 120', '[0,-15], offset: 60, diameter: 10, depth: 55']
  }.each do |name, holes|
    define_method("test_a_ball_with_holes_beside_its_axis_#{name}") do
      drilled = holes.each_with_index.map { |h, i| "  - {id: h#{i}, type: hole, on: xz, at: #{h}, point_angle: 180}\n" }
      text = "  - #{BoredParts::BALL}\n#{drilled.join}"
      made = built(text)
      written = STEP::Writer.write(made)
      volume = mass(recipe(text)).volume
      assert_read(made.solid.faces.size, volume, written)
      back = STEP::Import.read(written).model
      assert_empty back.gaps
      assert_closed back.solid
      assert_in_delta Solids::Mass.of(made.solid).volume, Solids::Mass.of(back.solid).volume, volume * 1e-3
    end
  end

  # Every facet a face of its own.
  def in_pieces(solid)
    facets = solid.facets.each_with_index.map { |f, i| f.with_face(Solids::Face.new("f#{i}", f.face.surface)) }
    Solids::Solid.new(solid.xs, solid.ys, solid.zs, facets)
  end

  # Two faces in one plane with a step between them, read as one; its corners are corners, not places on a curve.
  def test_a_border_with_corners_in_a_plane
    s = StepSketch.new
    faces = s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0])
    step = [[10.0, 0.0, 0.0], [10.0, 0.0, 15.0], [14.0, 0.0, 15.0], [14.0, 0.0, 40.0]]
    front = ->(*points) { s.face(s.plane([0.0, 0.0, 0.0], [0.0, -1.0, 0.0]), s.polygon(*points)) }
    low, high = [0.0, 40.0].map { |z| [[0.0, 0.0, z], [20.0, 0.0, z], [20.0, 30.0, z], [0.0, 30.0, z]] }
    faces[0] = s.face(s.plane(low[0], [0.0, 0.0, -1.0]), s.polygon(low[0], low[3], low[2], low[1], step[0]))
    faces[1] = s.face(s.plane(high[0]), s.polygon(high[0], step[3], *high.drop(1)))
    faces[2] = front.call(low[0], *step, high[0])
    faces << front.call(low[1], high[1], *step.reverse)
    read = STEP::Import.read(s.file(s.solid(*faces))).model
    assert_closed read.solid
    assert_read(6, 24_000, STEP::Writer.write(read), relative: 1e-9)
    text = STEP::Writer.write(Modelling::OnePart.made(in_pieces(read.solid), {}, 'box'))
    assert_equal 0, text.scan('B_SPLINE').size
    assert_read(7, 24_000, text, relative: 1e-9)
  end

  # A ball with a hole beside its centre, and a cone with one across: faces without a seam of their own.
  def test_bored_balls_and_cones
    hole = '{id: g, type: hole, on: xz, at: [5,6], offset: 50, diameter: 14, depth: 100, point_angle: 180}'
    ball =
      built(
        '  - {id: c, type: revolve, axis: z, profile: {kind: free, start: [-30,0], edges: [{name: s, to: [30,0], ' \
          "centre: [0,0], turn: right}, {name: x, to: [-30,0]}]}}\n  - #{hole}"
      )
    cone =
      built(
        '  - {id: c, type: revolve, axis: z, profile: {kind: free, start: [0,0], edges: [{name: b, to: [0,30]}, ' \
          "{name: s, to: [60,12]}, {name: t, to: [60,0]}, {name: x, to: [0,0]}]}}\n  - #{hole}"
      )
    [ball, cone].each do |made|
      found = elsewhere(STEP::Writer.write(made))
      assert_equal [made.solid.faces.size, 0, 0], found.values_at('faces', 'empty', 'open')
      assert_in_delta Solids::Mass.of(made.solid).volume, found['volume'], 0.01 * found['volume']
    end
  end

  # A free surface keeps its form: the same control points, weights and knots, moved with the part.
  def test_free_surfaces_keep_their_points
    read, text = [step_model('vase'), STEP::Writer.write(step_model('vase'))]
    assert_equal 2, STEP::Part21.new(text).counts['B_SPLINE_SURFACE_WITH_KNOTS']
    again = STEP::Import.read(text).model
    forms =
      [read, again].map do |m|
        m.solid.faces.filter_map { |f| f.surface.field&.chart&.form }.sort_by { |f| f.points.size * f.points[0].size }
      end
    forms[0].zip(forms[1]) do |a, b|
      assert_equal a.degrees, b.degrees
      a.knots.flatten.zip(b.knots.flatten) { |s, t| assert_in_delta s, t, 1e-11 }
      a.points.flatten.zip(b.points.flatten) { |p, q| assert_in_delta p, q, 1e-9 }
    end
  end

  def test_moved_and_mirrored_free_surfaces
    whole = step_model('vase')
    mirrored = Solids::Transform.mirror([10.0, 0.0, 0.0], [1.0, 0.0, 0.0]).apply(whole.solid) { |n| n }
    assert_read(5, 76_392.675, STEP::Writer.write(whole.dup.tap { |m| m.solid = mirrored }))
  end

  def test_swept_curves_of_recipes
    made =
      built(
        '  - {id: b, type: extrude, depth: 12, profile: {kind: free, start: [0,0], edges: [{name: a, to: [40,0]}, ' \
          '{name: b, to: [40,20]}, {name: c, to: [0,20], through: [[28,26],[14,15]]}, {name: d, to: [0,0]}]}}'
      )
    assert_read(made.solid.faces.size, Solids::Mass.of(made.solid).volume, STEP::Writer.write(made))
    assert_equal 1, STEP::Part21.new(STEP::Writer.write(made)).counts['SURFACE_OF_LINEAR_EXTRUSION']
  end
end
