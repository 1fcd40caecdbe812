# frozen_string_literal: true

require 'sketched_helper'

# What faces are put together to: voids, facets, open shells, parts used often, cameras and layers. Volumes in mm3.
class StepBodiesTest < SketchedTest
  def test_a_void_in_a_box
    outer = @s.r.add('CLOSED_SHELL', '', @s.box([-20.0, -20.0, -20.0], [20.0, 20.0, 20.0]))
    ball =
      @s.face(
        @s.r.add('SPHERICAL_SURFACE', '', @s.at([0.0, 0.0, 0.0]), 10.0),
        @s.r.add('VERTEX_LOOP', '', @s.vertex(0.0, 0.0, 10.0))
      )
    void = @s.r.add('ORIENTED_CLOSED_SHELL', '', :*, @s.r.add('CLOSED_SHELL', '', [ball]), :F)
    assert_volume 64_000 - (4000 * Math::PI / 3), @s.file(@s.r.add('BREP_WITH_VOIDS', '', outer, [void]))
  end

  def test_a_faceted_tetrahedron
    points = [[0.0, 0.0, 0.0], [10.0, 0.0, 0.0], [0.0, 10.0, 0.0], [0.0, 0.0, 10.0]].map { |p| @s.r.point(p) }
    faces =
      [
        [0, 2, 1, [0.0, 0.0, -1.0]],
        [0, 1, 3, [0.0, -1.0, 0.0]],
        [0, 3, 2, [-1.0, 0.0, 0.0]],
        [1, 2, 3, [1.0, 1.0, 1.0].map { |c| c / Math.sqrt(3) }]
      ].map do |*ids, n|
        surface = @s.r.add('PLANE', '', @s.r.add('AXIS2_PLACEMENT_3D', '', points[ids[0]], @s.r.direction(n), nil))
        @s.r.add(
          'FACE_SURFACE',
          '',
          [@s.r.add('FACE_OUTER_BOUND', '', @s.r.add('POLY_LOOP', '', ids.map { |i| points[i] }), :T)],
          surface,
          :T
        )
      end
    assert_volume 1000 / 6.0,
                  @s.file(
                    @s.r.add('FACETED_BREP', '', @s.r.add('CLOSED_SHELL', '', faces)),
                    kind: 'FACETED_BREP_SHAPE_REPRESENTATION'
                  )
  end

  def test_a_tessellated_solid
    list =
      @s.r.add(
        'COORDINATES_LIST',
        '',
        @s.raw('4'),
        [[0.0, 0.0, 0.0], [10.0, 0.0, 0.0], [0.0, 10.0, 0.0], [0.0, 0.0, 10.0]]
      )
    faces =
      [%w[1 3 2], %w[1 2 4], %w[1 4 3], %w[2 3 4]].map do |t|
        @s.r.add('TRIANGULATED_FACE', '', list, @s.raw('4'), [], nil, [], [t.map { |i| @s.raw(i) }])
      end
    assert_volume 1000 / 6.0,
                  @s.file(@s.r.add('TESSELLATED_SOLID', '', faces, nil), kind: 'TESSELLATED_SHAPE_REPRESENTATION')
  end

  def test_an_open_shell_is_shown_and_said_to_be_open
    shell = @s.r.add('OPEN_SHELL', '', @s.box([0.0, 0.0, 0.0], [10.0, 10.0, 10.0]).first(5))
    model =
      imported(
        @s.file(@s.r.add('SHELL_BASED_SURFACE_MODEL', '', [shell]), kind: 'MANIFOLD_SURFACE_SHAPE_REPRESENTATION')
      )
    assert_equal 5, model.solid.faces.size
    assert_includes model.report.map { |l| l[:meaning] }, 'a shell that is open: it is shown, but has no volume'
    assert_match(/open along 4 chords/, model.warnings[0])
  end

  # (What stands in for a face is in test/drawings/incomplete_test.rb. The side of a cylinder has no outline that could
  # be spanned flat.)
  def test_a_face_that_can_not_be_meshed_leaves_the_rest_and_is_listed
    barrel = turned(@s.r.add('STRANGE_SURFACE', '', @s.at([0.0, 0.0, 0.0])), @s.ring(10.0, 0.0), @s.ring(10.0, 20.0))
    model = imported(barrel)
    assert_equal 2, model.solid.faces.size
    line = model.report.find { |l| l[:entity] == 'ADVANCED_FACE' }
    assert_equal [1, 'a face is missing from the picture: STRANGE_SURFACE: this kind of surface is not read'],
                 line.values_at(:count, :meaning)
    assert_equal 1, model.report.find { |l| l[:entity] == 'MANIFOLD_SOLID_BREP' }[:count]
    assert_equal [false, false], model.gaps.map { |g| g[:stands_in] }
  end

  def test_what_was_meshed_once_is_named_and_told_again_without_being_meshed
    bytes = turned(@s.r.add('STRANGE_SURFACE', '', @s.at([0.0, 0.0, 0.0])), @s.ring(10.0, 0.0), @s.ring(10.0, 20.0))
    shelf = []
    kept = ->(&mesh) { shelf[0] ||= mesh.call }
    first = STEP::Import.read(bytes, kept: kept).model
    names = first.solid.faces.each_with_index.to_h { |f, i| [f.name[1..].to_i, "end-#{i}"] }
    again =
      STEP::Shapes.stub(:new, ->(*, **) { flunk 'it is meshed again' }) do
        STEP::Import.read(bytes, names: names, kept: kept).model
      end
    plain = STEP::Import.read(bytes, names: names).model
    assert_equal %w[end-0 end-1], again.solid.faces.map(&:name)
    assert_equal [plain.report, plain.gaps, plain.warnings], [again.report, again.gaps, again.warnings]
    assert_equal plain.solid.facets.map { |f| [f.loops, f.normal, f.d] },
                 again.solid.facets.map { |f| [f.loops, f.normal, f.d] }
  end

  def test_mapped_items_are_one_part_used_often
    inner =
      @s.r.add(
        'ADVANCED_BREP_SHAPE_REPRESENTATION',
        'cube',
        [@s.solid(*@s.box([0.0, 0.0, 0.0], [10.0, 10.0, 10.0]))],
        nil
      )
    map = @s.r.add('REPRESENTATION_MAP', @s.at([0.0, 0.0, 0.0]), inner)
    items =
      [[0.0, 0.0, 0.0], [30.0, 0.0, 0.0], [0.0, 30.0, 5.0]].map { |p| @s.r.add('MAPPED_ITEM', 'cube', map, @s.at(p)) }
    model = imported(@s.file(*items, kind: 'SHAPE_REPRESENTATION'))
    assert_equal ['cube[1]', 'cube[2]', 'cube[3]'], model.components.map(&:path)
    assert_in_delta 3000, Solids::Mass.of(model.solid).volume, 1e-9
    assert_equal [0.0, 0.0, 0.0, 40.0, 40.0, 15.0], model.solid.box
  end

  def test_cameras_and_layers
    box = @s.solid(*@s.box([0.0, 0.0, 0.0], [10.0, 10.0, 10.0]))
    @s.r.add('CAMERA_MODEL_D3', 'from the right', @s.at([0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0]), nil)
    @s.r.add('PRESENTATION_LAYER_ASSIGNMENT', 'solids', '', [box])
    model = imported(@s.file(box))
    assert_equal [{ name: 'from the right', direction: [-1.0, 0.0, 0.0], up: [0.0, 0.0, 1.0] }],
                 model.saved_views.map { |v| v.transform_values { |x| x.is_a?(Array) ? x.map { |c| c + 0.0 } : x } }
    assert_equal({ 'solids' => 1 }, model.layers)
  end

  # A boss with a notch in its foot: the loop round the foot goes up and down again, so a seam from there would cross
  # it.
end
