# frozen_string_literal: true

require 'sketched_helper'

# Every kind of surface, curve and face on small files with known volumes, mm3.
class StepShapesTest < SketchedTest
  def test_a_box_and_its_bounds_given_in_either_sense
    assert_volume 24_000, @s.file(@s.solid(*@s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0])))
    @s = StepSketch.new
    turned =
      @s.file(@s.solid(*@s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0]))).gsub(/(FACE_BOUND\('',#\d+,)\.T\./, '\1.F.')
    assert_volume 24_000, turned
  end

  def test_a_cylinder_without_a_seam
    model =
      assert_volume Math::PI * 100 * 20,
                    turned(
                      @s.r.add('CYLINDRICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 10.0),
                      @s.ring(10.0, 0.0),
                      @s.ring(10.0, 20.0)
                    )
    assert_equal(
      { cylinder: 1, plane: 2 },
      model.solid.faces.group_by { |f| f.surface.kind }.transform_values(&:size).sort.to_h
    )
  end

  def test_a_cylinder_with_a_seam
    low, high = @s.ring(10.0, 0.0), @s.ring(10.0, 20.0)
    seam = @s.edge([10.0, 0.0, 0.0], [10.0, 0.0, 20.0])
    side =
      @s.face(
        @s.r.add('CYLINDRICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 10.0),
        @s.loop_of(low, seam, @s.back(high), @s.back(seam))
      )
    assert_volume Math::PI * 2000, @s.file(@s.solid(side, disc(0.0, false, low), disc(20.0, true, high)))
  end

  def test_a_cone_to_its_tip
    edge = @s.ring(10.0, 0.0)
    cone =
      @s.face(
        @s.r.add('CONICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0], [0.0, 0.0, -1.0]), 10.0, Math.atan(0.5)),
        @s.loop_of(edge)
      )
    assert_volume Math::PI * 100 * 20 / 3, @s.file(@s.solid(cone, disc(0.0, false, edge))), relative: 1e-5
  end

  def test_a_sphere_with_nothing_but_a_vertex
    face =
      @s.face(
        @s.r.add('SPHERICAL_SURFACE', '', @s.at([1.0, 2.0, 3.0]), 10.0),
        @s.r.add('VERTEX_LOOP', '', @s.vertex(1.0, 2.0, 13.0))
      )
    assert_volume 4000 * Math::PI / 3, @s.file(@s.solid(face)), relative: 2e-6
  end

  def test_a_cap_of_a_sphere_and_the_rest_of_it
    { :T => [6.0, 16.0], :F => [6.0, 4.0] }.each do |sense, (height, cap)|
      @s = StepSketch.new
      edge = @s.ring(8.0, height * (sense == :T ? -1 : 1))
      side = @s.face(@s.r.add('SPHERICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 10.0), @s.loop_of(edge))
      # h2 (3 R - h) pi / 3 with h = 16 and h = 4
      assert_volume Math::PI * cap * cap * (30 - cap) / 3,
                    @s.file(@s.solid(side, disc(height * (sense == :T ? -1 : 1), false, edge))),
                    relative: 4e-6
    end
  end

  def test_a_ring_of_which_only_a_vertex_is_given
    face =
      @s.face(
        @s.r.add('TOROIDAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 20.0, 5.0),
        @s.r.add('VERTEX_LOOP', '', @s.vertex(25.0, 0.0, 0.0))
      )
    assert_volume 2 * Math::PI * Math::PI * 20 * 25, @s.file(@s.solid(face)), relative: 1e-5
  end

  # A box whose front wall is told as a wavy curve moved along its own plane, as prisms of curved faces are.
  def test_a_flat_wall_told_as_a_curve_extruded
    sketch, points = @s, [[0.0, 0.0, 0.0], [7.0, 0.0, 2.0], [14.0, 0.0, -1.0], [20.0, 0.0, 0.0]]
    @s.define_singleton_method(:plane) do |origin, z = StepSketch::Z, *rest|
      next super(origin, z, *rest) unless z == [0.0, -1.0, 0.0]

      spline = [sketch.raw('3'), points.map { |p| r.point(p) }, :UNSPECIFIED, :F, :F, sketch.raw('(4,4)'), [0.0, 1.0]]
      curve = r.add('B_SPLINE_CURVE_WITH_KNOTS', '', *spline, :UNSPECIFIED)
      r.add('SURFACE_OF_LINEAR_EXTRUSION', '', curve, r.add('VECTOR', '', r.direction([0.0, 0.0, 1.0]), 5.0))
    end
    model = assert_volume 24_000, @s.file(@s.solid(*@s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0]))), relative: 1e-9
    assert_equal [:plane], model.solid.faces.map { |f| f.surface.kind }.uniq
  end

  def test_an_ellipse_extruded
    ellipse = ->(z) { @s.ring(12.0, z, @s.r.add('ELLIPSE', '', @s.at([0.0, 0.0, z]), 12.0, 7.0)) }
    low, high = ellipse[0.0], ellipse[20.0]
    side =
      @s.r.add(
        'SURFACE_OF_LINEAR_EXTRUSION',
        '',
        @s.r.add('ELLIPSE', '', @s.at([0.0, 0.0, 0.0]), 12.0, 7.0),
        @s.r.add('VECTOR', '', @s.r.direction([0.0, 0.0, 1.0]), 5.0)
      )
    model = assert_volume Math::PI * 12 * 7 * 20, turned(side, low, high), relative: 2e-5
    assert_includes model.solid.faces.map { |f| f.surface.kind }, :extrusion
  end

  # A full circle as a rational B-spline of degree two (The NURBS Book, example 7.2).
  def rational_circle(radius, z)
    points =
      [[1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0], [-1, -1], [0, -1], [1, -1], [1, 0]].map do |x, y|
        @s.r.point([x * radius, y * radius, z])
      end
    weights = [1.0, Math.sqrt(0.5)].cycle.first(9)
    @s.r.complex(
      ['BOUNDED_CURVE'],
      ['B_SPLINE_CURVE', @s.raw('2'), points, :UNSPECIFIED, :T, :F],
      ['B_SPLINE_CURVE_WITH_KNOTS', @s.raw('(3,2,2,2,3)'), [0.0, 1.0, 2.0, 3.0, 4.0], :UNSPECIFIED],
      ['CURVE'],
      ['GEOMETRIC_REPRESENTATION_ITEM'],
      ['RATIONAL_B_SPLINE_CURVE', weights],
      ['REPRESENTATION_ITEM', '']
    )
  end

  def test_circles_written_as_rational_splines
    low, high = [0.0, 20.0].map { |z| @s.ring(10.0, z, rational_circle(10.0, z)) }
    assert_volume Math::PI * 2000,
                  turned(@s.r.add('CYLINDRICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 10.0), low, high),
                  relative: 5e-5
  end

  def test_a_profile_revolved
    profile = @s.r.add('CIRCLE', '', @s.at([30.0, 0.0, 0.0], [0.0, -1.0, 0.0]), 10.0)
    # the half of a ring's tube above the plane z = 0, closed by a flat ring
    inner, outer = @s.ring(20.0, 0.0), @s.ring(40.0, 0.0)
    side =
      @s.r.add(
        'SURFACE_OF_REVOLUTION',
        '',
        profile,
        @s.r.add('AXIS1_PLACEMENT', '', @s.r.point([0.0, 0.0, 0.0]), @s.r.direction([0.0, 0.0, 1.0]))
      )
    floor = @s.face(@s.plane([0.0, 0.0, 0.0], [0.0, 0.0, -1.0]), @s.loop_of(@s.back(outer)), @s.loop_of(inner))
    text = @s.file(@s.solid(@s.face(side, @s.loop_of(outer), @s.loop_of(@s.back(inner))), floor))
    assert_volume Math::PI * Math::PI * 30 * 100, text, relative: 5e-4
  end

  # The roof z = 20 + x y / 100 over 0..10, 0..10 (a B-spline surface of degree one): mean height 20.25.
  def test_a_roof_that_is_a_b_spline_surface
    z = ->(x, y) { 20.0 + (x * y / 100.0) }
    low = [[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [0.0, 10.0]]
    foot = low.map { |p| [*p, 0.0] }
    top = low.map { |x, y| [x, y, z[x, y]] }
    rows = [[top[0], top[3]], [top[1], top[2]]].map { |row| row.map { |p| @s.r.point(p) } }
    roof =
      @s.r.add(
        'B_SPLINE_SURFACE_WITH_KNOTS',
        '',
        @s.raw('1'),
        @s.raw('1'),
        rows,
        :UNSPECIFIED,
        :F,
        :F,
        :F,
        @s.raw('(2,2)'),
        @s.raw('(2,2)'),
        [0.0, 1.0],
        [0.0, 1.0],
        :UNSPECIFIED
      )
    walls =
      [[0.0, -1.0, 0.0], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [-1.0, 0.0, 0.0]].each_with_index.map do |n, i|
        @s.face(@s.plane(foot[i], n), @s.polygon(foot[i], foot[(i + 1) % 4], top[(i + 1) % 4], top[i]))
      end
    assert_volume 2025,
                  @s.file(
                    @s.solid(
                      @s.face(roof, @s.polygon(*top)),
                      @s.face(@s.plane(foot[0], [0.0, 0.0, -1.0]), @s.polygon(*foot.reverse)),
                      *walls
                    )
                  ),
                  relative: 2e-4
  end

  def test_an_offset_surface
    side = @s.r.add('OFFSET_SURFACE', '', @s.r.add('CYLINDRICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 7.0), 3.0, :F)
    assert_volume Math::PI * 2000, turned(side, @s.ring(10.0, 0.0), @s.ring(10.0, 20.0))
  end

  # Half a disc: the arc as a trimmed curve inside a composite one, the diameter as a polyline.
  def test_trimmed_composite_and_polyline_edges
    faces = [0.0, 5.0].map do |z|
      a, b = [10.0, 0.0, z], [-10.0, 0.0, z]
      arc =
        @s.r.add(
          'TRIMMED_CURVE',
          '',
          @s.r.add('CIRCLE', '', @s.at([0.0, 0.0, z]), 10.0),
          [@s.r.point(a)],
          [@s.r.point(b)],
          :T,
          :CARTESIAN
        )
      curve = @s.r.add('COMPOSITE_CURVE', '', [@s.r.add('COMPOSITE_CURVE_SEGMENT', :DISCONTINUOUS, :T, arc)], :F)
      straight = @s.r.add('POLYLINE', '', [b, [0.0, 0.0, z], a].map { |p| @s.r.point(p) })
      [@s.edge(a, b, curve), @s.edge(b, a, straight)]
    end
    (low, flat), (high, ridge) = faces
    right, left = @s.edge([10.0, 0.0, 0.0], [10.0, 0.0, 5.0]), @s.edge([-10.0, 0.0, 0.0], [-10.0, 0.0, 5.0])
    side =
      @s.face(
        @s.r.add('CYLINDRICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 10.0),
        @s.loop_of(low, left, @s.back(high), @s.back(right))
      )
    wall = @s.face(@s.plane([0.0, 0.0, 0.0], [0.0, -1.0, 0.0]), @s.loop_of(flat, right, @s.back(ridge), @s.back(left)))
    floor = @s.face(@s.plane([0.0, 0.0, 0.0], [0.0, 0.0, -1.0]), @s.loop_of(@s.back(flat), @s.back(low)))
    roof = @s.face(@s.plane([0.0, 0.0, 5.0]), @s.loop_of(high, ridge))
    assert_volume Math::PI * 250, @s.file(@s.solid(side, wall, floor, roof)), relative: 5e-5
  end

  def test_a_loop_with_a_notch_gets_a_seam_that_crosses_nothing
    notched =
      "  - {id: p, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 5}\n  - {id: b, type: " \
      "boss, on: p/end.end, at: [0, 0], diameter: 12, depth: 10}\n  " \
      '- {id: k, type: extrude, on: p/end.end, at: [0, 0], depth: 4, profile: {kind: rectangle, width: 30, ' \
      'height: 3}}'
    model = built(notched)
    read = imported(STEP::Writer.write(model))
    assert_empty read.report
    assert_closed read.solid
    assert_in_delta Solids::Mass.of(model.solid).area, Solids::Mass.of(read.solid).area, 0.5
  end

  def test_outlines_that_touch_themselves_are_told
    # two triangles that meet in a point, as one outline on a cylinder unrolled: u, v in steps
    chart = Geometry::Chart::Elementary.new(:cylinder, Geometry::Frame::WORLD, radius: 10.0)
    pool = STEP::BodyMesh::Pool.new
    loop =
      [[0.0, 0.0], [0.6, 4.0], [0.6, 0.0], [0.0, 4.0]].map { |u, v| pool.add(chart.at(u, v)) } +
        [pool.add(chart.at(-0.3, 2.0))]
    patch = Solids::PatchMesh.new(chart, pool, [loop])
    patch.facets
    assert_predicate patch, :rough?
  end

  # Points of curves that the samples don't have.
  def test_parabola_and_hyperbola
    frame = Geometry::Frame.new([0.0, 0.0, 0.0], [0.0, 0.0, 1.0], [1.0, 0.0, 0.0])
    {
      parabola: [[2.0], ->((x, y, _)) { (y * y) - (8 * x) }],
      hyperbola: [[3.0, 2.0], ->((x, y, _)) { (x * x / 9) - (y * y / 4) - 1 }]
    }.each do |kind, (sizes, law)|
      curve = Geometry::Curve::Conic.new(kind, frame, *sizes)
      [-1.0, 0.3, 2.0].each { |t| assert_in_delta 0, law[curve.at(t)], 1e-9 }
      assert_in_delta 0.7, curve.parameter(curve.at(0.7)), 1e-9
    end
  end

  def test_imported_models_can_be_shared_between_workers = assert(Ractor.shareable?(step_model('housing')))
end
