# frozen_string_literal: true

require 'step_helper'

# Habits of other writers that the standard allows or that have a default: directions without length, placements that
# leave things out, strings broken over lines, edges given only on surfaces, offset curves, copies made larger or
# mirrored. Volumes in mm3.
class StepForeignTest < StepTest
  def setup = @s = StepSketch.new

  def imported(text, refine: 1) = STEP::Import.read(text, refine: refine).model

  # Volume, closed, and what the report says.
  def assert_volume(expected, text, told: [])
    models = [1, 2].map { |refine| imported(text, refine: refine) }
    assert_closed models[0].solid
    assert_in_delta expected, Solids::Mass.extrapolated(*models.map(&:solid)).volume, expected * 1e-6
    said = models[0].report.map { |l| "#{l[:entity]}: #{l[:meaning]}" }
    assert_equal told, said
    models[0]
  end

  def block = @s.file(@s.solid(*@s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0])))

  def disc(height, up, edge)
    @s.face(@s.plane([0.0, 0.0, height], [0.0, 0.0, up ? 1.0 : -1.0]), @s.loop_of(up ? edge : @s.back(edge)))
  end

  def cylinder(radius) = @s.r.add('CYLINDRICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), radius)

  # A cylinder of radius 10 between two rings, 20 high.
  def barrel(low, high)
    @s.file(
      @s.solid(
        @s.face(cylinder(10.0), @s.loop_of(low), @s.loop_of(@s.back(high))),
        disc(0.0, false, low),
        disc(20.0, true, high)
      )
    )
  end

  BARREL = Math::PI * 100 * 20

  def test_lines_without_a_direction_run_between_their_vertices
    broken = block.gsub(/(#\d+=)VECTOR\('',#\d+,1\.\)/, "\\1VECTOR('',#9000,1.)").sub('ENDSEC;\nEND', '')
    broken = broken.sub("DATA;\n", "DATA;\n#9000=DIRECTION('',(0.,0.,0.));\n")
    assert_volume 24_000,
                  broken,
                  told: ['EDGE_CURVE: the line of an edge has no direction; it is drawn straight between its vertices']
  end

  def test_an_edge_without_a_curve_is_straight
    lost = block.sub(/(EDGE_CURVE\('',#\d+,#\d+,)#\d+/, '\1$')
    assert_volume 24_000, lost, told: ['EDGE_CURVE: an edge has no curve; it is drawn straight between its vertices']
  end

  # first_proj_axis of ISO 10303-42: x of the model, y where the axis runs along x.
  def test_placements_leave_out_what_has_a_default
    read =
      placements(
        "#1=CARTESIAN_POINT('',(1.,2.,3.));#2=DIRECTION('',(0.,0.,5.));#3=DIRECTION('',(-1.,0.,0.));" \
        "#10=AXIS2_PLACEMENT_3D('',#1,$,$);#11=AXIS2_PLACEMENT_3D('',#1,#3,$);#12=AXIS2_PLACEMENT_3D('',#1,#2,#2);" \
        "#13=AXIS1_PLACEMENT('',#1,#3);"
      )
    assert_equal [[0, 0, 1], [1, 0, 0]], axes(read, 10)
    assert_equal [[-1, 0, 0], [0, 1, 0]], axes(read, 11)
    assert_equal [[0, 0, 1], [1, 0, 0]], axes(read, 12)
    assert_equal [-1, 0, 0], axes(read, 13)[0]
    assert_equal ['a placement does not say its reference direction; the standard\'s default is taken'],
                 @report.to_a.map { |l| l[:meaning] }
  end

  def test_placements_with_directions_of_no_length_are_told
    read = placements("#1=CARTESIAN_POINT('',(1.,2.,3.));#2=DIRECTION('',(0.,0.,0.));#3=DIRECTION('',(0.,1.E-20,0.));" \
                      "#10=AXIS2_PLACEMENT_3D('',#1,#2,#3);#11=AXIS2_PLACEMENT_3D('',$,#2,#2);")
    assert_equal [[0, 0, 1], [0, 1, 0]], axes(read, 10), 'ratios may be as small as they like'
    assert_equal [[0, 0, 1], [1, 0, 0]], axes(read, 11)
    assert_equal [0.0, 0.0, 0.0], read.frame(ref(11)).origin
    assert_equal 4, @report.to_a.sum { |l| l[:count] }
    assert_raises(STEP::Directionless) { read.direction(ref(2)) }
  end

  def ref(id) = STEP::Part21::Ref.new(id)
  def placements(records) = STEP::Placements.new(part21(records), 1.0, 1.0, @report = STEP::Report.new)
  def axes(read, id) = read.frame(ref(id)).then { |f| [f.z, f.x].map { |v| v.map(&:round) } }

  def test_strings_broken_over_lines_are_whole
    broken = block.sub("PRODUCT('QI-1','Sketch'", "PRODUCT('QI-\r\n1','Sk\netch ''A''\r\n; #7=\n'")
    model = assert_volume(24_000, broken)
    assert_equal "Sketch 'A'; #7=", model.name
  end

  # Degrees, as the file says: a circle round a cylinder is a line in its parameters.
  def test_edges_given_only_on_a_surface
    rings = [0.0, 20.0].map do |height|
      line =
        @s.r.add('LINE', '', flat([0.0, height]), @s.r.add('VECTOR', '', @s.r.add('DIRECTION', '', [1.0, 0.0]), 1.0))
      @s.ring(10.0, height, on_surface(cylinder(10.0), line))
    end
    assert_volume BARREL, degrees(barrel(*rings))
  end

  def test_surface_curves_without_a_curve_in_space
    rings =
      [0.0, 20.0].map do |height|
        line =
          @s.r.add('LINE', '', flat([0.0, height]), @s.r.add('VECTOR', '', @s.r.add('DIRECTION', '', [1.0, 0.0]), 1.0))
        @s.ring(10.0, height, @s.r.add('SURFACE_CURVE', '', nil, [on_surface(cylinder(10.0), line)], :PCURVE_S1))
      end
    assert_volume BARREL,
                  barrel(*rings),
                  told: ['SURFACE_CURVE: an edge is given only on its surfaces; it is drawn there']
  end

  # A circle in the parameters of a plane, mm.
  def test_edges_given_only_on_a_plane
    rings = [0.0, 20.0].map do |height|
      circle =
        @s.r.add(
          'CIRCLE',
          '',
          @s.r.add('AXIS2_PLACEMENT_2D', '', flat([0.0, 0.0]), @s.r.add('DIRECTION', '', [1.0, 0.0])),
          10.0
        )
      @s.ring(10.0, height, on_surface(@s.plane([0.0, 0.0, height]), circle))
    end
    assert_volume BARREL, barrel(*rings)
  end

  def flat(p) = @s.r.add('CARTESIAN_POINT', '', p)

  def on_surface(surface, curve)
    @s.r.add('PCURVE', '', surface, @s.r.add('DEFINITIONAL_REPRESENTATION', '', [curve], nil))
  end

  # The file with an angle unit of degrees.
  def degrees(text)
    units =
      "#9000=(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.));\n" \
      "#9001=PLANE_ANGLE_MEASURE_WITH_UNIT(PLANE_ANGLE_MEASURE(0.017453292519943295),#9000);\n" \
      "#9002=(CONVERSION_BASED_UNIT('DEGREE',#9001)NAMED_UNIT(#9003)PLANE_ANGLE_UNIT());\n" \
      "#9003=DIMENSIONAL_EXPONENTS(0.,0.,0.,0.,0.,0.,0.);\n" \
      "#9004=(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNIT_ASSIGNED_CONTEXT((#9002))REPRESENTATION_CONTEXT(''," \
      "''));\n"
    text.sub("DATA;\n", "DATA;\n#{units}").sub(/(ADVANCED_BREP_SHAPE_REPRESENTATION\('',\(#\d+\),)\$/, '\1#9004')
  end

  # Laid off along direction x tangent: about z inwards.
  def test_offset_curves
    up = @s.r.direction([0.0, 0.0, 1.0])
    rings = [0.0, 20.0].map do |height|
      circle = @s.r.add('CIRCLE', '', @s.at([0.0, 0.0, height]), 12.0)
      @s.ring(10.0, height, @s.r.add('OFFSET_CURVE_3D', '', circle, 2.0, :F, up))
    end
    assert_volume BARREL, barrel(*rings)
  end

  # A pole that is written as an edge of no length, as in a cone to its tip.
  def test_an_edge_that_is_a_point
    ring = @s.ring(10.0, 0.0)
    tip = [0.0, 0.0, 20.0]
    spot =
      @s.edge(
        tip,
        tip,
        @s.r.add(
          'B_SPLINE_CURVE_WITH_KNOTS',
          '',
          @s.raw('1'),
          [@s.r.point(tip), @s.r.point(tip)],
          :UNSPECIFIED,
          :F,
          :F,
          @s.raw('(2,2)'),
          [0.0, 1.0],
          :UNSPECIFIED
        )
      )
    seam = @s.edge([10.0, 0.0, 0.0], tip)
    surface = @s.r.add('CONICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0], [0.0, 0.0, -1.0]), 10.0, Math.atan(0.5))
    side = @s.face(surface, @s.loop_of(ring, seam, spot, @s.back(seam)))
    text = @s.file(@s.solid(side, disc(0.0, false, ring)))
    assert_closed imported(text).solid
    volume = Solids::Mass.extrapolated(*[1, 2].map { |r| imported(text, refine: r).solid }).volume
    assert_in_delta Math::PI * 2000 / 3, volume, 0.02
  end

  # Mapped with a scale and turned: what is made larger keeps its surfaces (read with a larger unit).
  def copies(*operators)
    inner =
      @s.r.add('ADVANCED_BREP_SHAPE_REPRESENTATION', '', [@s.solid(*@s.box([1.0, 0.0, 0.0], [3.0, 4.0, 5.0]))], nil)
    map = @s.r.add('REPRESENTATION_MAP', @s.at([0.0, 0.0, 0.0]), inner)
    @s.file(*operators.map { |o| @s.r.add('MAPPED_ITEM', 'copy', map, o) }, kind: 'SHAPE_REPRESENTATION')
  end

  def operator(x, y, origin, scale, z)
    @s.r.add(
      'CARTESIAN_TRANSFORMATION_OPERATOR_3D',
      '',
      '',
      *[x, y].map { |d| @s.r.direction(d) },
      @s.r.point(origin),
      scale,
      @s.r.direction(z)
    )
  end

  def test_copies_made_larger
    turned = operator([0.0, 1.0, 0.0], [-1.0, 0.0, 0.0], [100.0, 0.0, 0.0], @s.raw('2.5'), [0.0, 0.0, 1.0])
    model = assert_volume(40 * (2.5**3), copies(turned))
    # x along y, y against x, all times 2.5
    [90.0, 2.5, 0.0, 100.0, 7.5, 12.5].zip(model.solid.box) { |a, b| assert_in_delta a, b, 1e-9 }
  end

  def test_mirrored_copies
    plain = operator([1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 0.0], nil, [0.0, 0.0, 1.0])
    mirrored = operator([1.0, 0.0, 0.0], [0.0, -1.0, 0.0], [0.0, -1.0, 0.0], nil, [0.0, 0.0, 1.0])
    model = assert_volume(80, copies(plain, mirrored))
    [1.0, -5.0, 0.0, 3.0, 4.0, 5.0].zip(model.solid.box) { |a, b| assert_in_delta a, b, 1e-9 }
    model.solid.facets.each { |f| assert_in_delta 1, V.length(f.normal), 1e-9 }
  end
end
