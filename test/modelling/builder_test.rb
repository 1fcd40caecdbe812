# frozen_string_literal: true

require 'test_helper'

# Volumes against closed formulas; figures of annotated-plate and torus from the independent library in shared/models.
class BuilderTest < CoreTest
  PLATE =
    '  - {id: plate, type: extrude, profile: {kind: rectangle, width: 100, height: 60, centred: false}, depth: 15}'

  def test_annotated_plate_by_an_independent_library
    text = recipe(<<~F)
      #{PLATE}
        - {id: corners, type: hole, on: plate/end.end, at: [15, 15], diameter: 8, through: true, pattern: {kind: linear, columns: 2, rows: 2, column_spacing: 70, row_spacing: 30}}
        - {id: centre, type: hole, on: plate/end.end, at: [50, 30], diameter: 20, through: true}
    F
    assert_fit 82_271.682, text, relative: 2e-7
    assert_in_delta 18_220.0, mass(text).area, 0.01
    assert_equal(
      { plane: 6, cylinder: 5 },
      model(text).solid.faces.group_by { |f| f.surface.kind }.transform_values(&:size)
    )
    assert_equal [0.0, 0.0, 0.0, 100.0, 60.0, 15.0], model(text).solid.box
  end

  def test_torus_by_an_independent_library
    text =
      recipe(
        '  - {id: ring, type: revolve, axis: z, profile: {kind: free, start: [10, 40], edges: [{name: tube_in, to: ' \
        '[-10, 40], centre: [0, 40]}, {name: tube_out, to: [10, 40], centre: [0, 40]}]}}'
      )
    assert_fit 78_956.835, text, relative: 5e-6
    assert_in_delta 15_791.367, mass(text).area, 0.05
  end

  def test_cylinder
    assert_fit(
      Math::PI * 25 * 12,
      recipe('  - {id: pin, type: extrude, profile: {kind: circle, diameter: 10}, depth: 12}')
    )
  end

  def test_polygon_prism
    # area of a regular hexagon across flats s: s^2 sqrt(3) / 2
    assert_fit 17.0**2 * Math.sqrt(3) / 2 * 8,
               recipe('  - {id: nut, type: extrude, profile: {kind: polygon, sides: 6, across_flats: 17}, depth: 8}'),
               relative: 1e-9
  end

  def test_slot
    assert_fit(
      ((30 * 8) + (Math::PI * 16)) * 5,
      recipe('  - {id: key, type: extrude, profile: {kind: slot, length: 30, width: 8}, depth: 5}')
    )
  end

  def test_rounded_rectangle
    assert_fit ((50 * 30) - ((4 - Math::PI) * 36)) * 4,
               recipe(
                 '  - {id: p, type: extrude, profile: {kind: rectangle, width: 50, height: 30, corner_radius: 6}, ' \
                 'depth: 4}'
               )
  end

  def test_chamfered_corners
    assert_fit ((50 * 30) - (4 * 12.5)) * 4,
               recipe(
                 '  - {id: p, type: extrude, profile: {kind: rectangle, width: 50, height: 30, corner_chamfer: 5}, ' \
                 'depth: 4}'
               ),
               relative: 1e-9
  end

  def test_chamfered_rim_of_a_disc
    # cylinder less the ring that the chamfer takes: pi/3 h (R^2 + R r + r^2) for the frustum
    frustum = Math::PI / 3 * 2 * ((20 * 20) + (20 * 18) + (18 * 18))
    assert_fit (Math::PI * 400 * 8) + frustum,
               recipe('  - {id: d, type: extrude, profile: {kind: circle, diameter: 40}, depth: 10, end_chamfer: 2}')
  end

  def test_rounded_rim_of_a_disc
    # Pappus: quarter circle of radius r inside a square at the rim
    r = 3.0
    removed = (1 - (Math::PI / 4)) * r * r
    centroid = 20 - (r * (10 - (3 * Math::PI)) / (12 - (3 * Math::PI)))
    assert_fit (Math::PI * 400 * 10) - (removed * 2 * Math::PI * centroid),
               recipe('  - {id: d, type: extrude, profile: {kind: circle, diameter: 40}, depth: 10, end_round: 3}'),
               relative: 2e-4
  end

  def test_chamfered_rim_of_a_box_is_mitred
    # prismatoid of the chamfer: h/6 (A0 + 4 Am + A1)
    band = 2.0 / 6 * ((40 * 30) + (4 * 38 * 28) + (36 * 26))
    assert_fit (40 * 30 * 8) + band,
               recipe(
                 '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 10, ' \
                 'end_chamfer: 2}'
               ),
               relative: 1e-9
  end

  def test_counterbored_hole
    text =
      recipe(
        "#{PLATE}\n  - {id: h, type: hole, kind: counterbored, on: plate/end.end, at: [50, 30], diameter: 6.6, " \
        "counterbore_diameter: 11, counterbore_depth: 6.5, through: true}"
      )
    assert_fit (100 * 60 * 15) - (Math::PI * ((5.5**2 * 6.5) + (3.3**2 * 8.5))), text
    assert_equal %w[h/counterbore.floor h/counterbore.wall h/wall], model(text).solid.faces.map(&:name).grep(/\Ah/).sort
  end

  def test_countersunk_hole
    depth = 4.0 # (12 - 4) / 2 at 90 degrees
    cone = Math::PI / 3 * depth * ((6 * 6) + (6 * 2) + (2 * 2))
    text =
      recipe(
        "#{PLATE}\n  - {id: h, type: hole, kind: countersunk, on: plate/end.end, at: [50, 30], diameter: 4, " \
        "countersink_diameter: 12, countersink_angle: 90, through: true}"
      )
    assert_fit 90_000 - cone - (Math::PI * 4 * 11), text
  end

  def test_blind_hole_with_drill_point
    point = Math::PI / 3 * 16 * (4 / Math.tan(Math::PI / 3))
    text = recipe("#{PLATE}\n  - {id: h, type: hole, on: plate/end.end, at: [50, 30], diameter: 8, depth: 10}")
    assert_fit 90_000 - (Math::PI * 16 * 10) - point, text
  end

  def test_rounded_rim_of_a_hole
    # Pappus: the corner between plane and wall less its quarter circle, turned about the hole's axis
    r = 2.0
    lost = (1 - (Math::PI / 4)) * r * r
    radius = 5 + (r * (10 - (3 * Math::PI)) / (12 - (3 * Math::PI)))
    text =
      recipe(
        "#{PLATE}\n  - {id: h, type: hole, on: plate/end.end, at: [50, 30], diameter: 10, through: true, round: 2}"
      )
    assert_fit 90_000 - (Math::PI * 25 * 15) - (lost * 2 * Math::PI * radius), text, relative: 2e-6
    assert_equal :torus, model(text).solid.face('h/round').surface.kind
  end

  def test_tapped_hole_is_drawn_at_its_minor_diameter
    text =
      recipe(
        "#{PLATE}\n  - {id: h, type: hole, kind: tapped, thread: M10, on: plate/end.end, at: [50, 30], through: true}"
      )
    assert_in_delta 8.376 / 2, model(text).solid.face('h/wall').surface.radius, 1e-9 # TV-THR-01
    assert_equal 1.5, model(text).threads['h/wall'].pitch
  end

  def test_stepped_shaft_with_bore
    text =
      recipe(
        '  - {id: s, type: revolve, axis: x, profile: {kind: stepped, bore: 4, steps: [{name: a, diameter: 10, ' \
        'length: 20}, {name: b, diameter: 16, length: 5}]}}'
      )
    assert_fit Math::PI * (((25 - 4) * 20) + ((64 - 4) * 5)), text
    assert_equal %w[s/a s/b s/b.shoulder s/bore s/end s/start], model(text).solid.faces.map(&:name).sort
  end

  def test_part_turn
    text =
      recipe(
        '  - {id: w, type: revolve, axis: z, angle: 90, profile: {kind: rectangle, width: 10, height: 6, centred: ' \
        'false}}'
      )
    assert_fit Math::PI * 36 * 10 / 4, text
    assert model(text).solid.face('w/end.start')
  end

  def test_both_ways_and_cut_through
    text =
      recipe(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 20, height: 20}, depth: 10, both_ways: true}\n" \
        "  - {id: c, type: extrude, operation: cut, on: b/end.end, through: true, profile: {kind: circle, diameter: 8}}"
      )
    assert_equal [-5.0, 5.0], model(text).solid.box.values_at(2, 5)
    assert_fit 4000 - (Math::PI * 16 * 10), text
  end

  def test_circular_pattern_of_holes_is_numbered_by_position
    text =
      recipe(
        "  - {id: d, type: extrude, profile: {kind: circle, diameter: 100}, depth: 5}\n  - {id: h, type: hole, on: " \
        "d/end.end, diameter: 10, through: true, pattern: {kind: circular, count: 5, pitch_circle: 70}}"
      )
    assert_equal (1..5).map { |i| "h[#{i}]/wall" }, model(text).solid.faces.map(&:name).grep(/\Ah/).sort
    assert_fit Math::PI * ((2500 * 5) - (5 * 25 * 5)), text
  end

  L_PART =
    "#{PLATE}\n" \
    "  - {id: post, type: extrude, on: plate/end.end, at: [80, 30], depth: 10, profile: {kind: rectangle, width: 10, " \
    "height: 20}}\n  - {id: h, type: hole, on: plate/end.end, at: [15, 15], diameter: 8, through: true}".freeze

  def test_mirror_takes_features_again
    text = recipe("#{L_PART}\n  - {id: twin, type: mirror, of: [post, h], in: yz, offset: 50}")
    assert_fit 90_000 + (2 * 2000) - (2 * Math::PI * 16 * 15), text
    solid = model(text).solid
    assert_in_delta 85, solid.face('twin.h/wall').surface.origin[0], 1e-9
    assert_equal [15.0, 25.0], [15.0, solid.box[5]]
    assert solid.face('twin.post/end.end')
  end

  def test_repeat_of_features_about_an_axis
    text =
      recipe(
        "#{DISC}\n" \
        "  - {id: lug, type: extrude, on: xy, at: [50, 0], depth: 5, profile: {kind: rectangle, width: 20, height: " \
        "10}}\n  - {id: h, type: hole, on: d/end.end, at: [52, 0], diameter: 4, through: true}\n" \
        "  - {id: ring, type: repeat, of: [lug, h], pattern: {kind: circular, count: 3}}"
      )
    one =
      mass(
        recipe(
          "#{DISC}\n  - {id: lug, type: extrude, on: xy, at: [50, 0], depth: 5, profile: {kind: rectangle, width: " \
          "20, height: 10}}\n  - {id: h, type: hole, on: d/end.end, at: [52, 0], diameter: 4, through: true}"
        )
      ).volume
    disc = Math::PI * 2500 * 5
    assert_in_delta disc + (3 * (one - disc)), mass(text).volume, 0.2
    assert_includes model(text).solid.faces.map(&:name), 'ring[3].h/wall'
  end
  DISC = '  - {id: d, type: extrude, profile: {kind: circle, diameter: 100}, depth: 5}'

  def test_intersect_keeps_what_is_in_both
    text =
      recipe(
        "#{PLATE}\n  - {id: trim, type: extrude, operation: intersect, on: xy, at: [50, 30], depth: 15, profile: " \
        "{kind: circle, diameter: 40}}"
      )
    assert_fit Math::PI * 400 * 15, text
  end

  def test_extrude_to_a_face
    text =
      recipe(
        "#{L_PART}\n  - {id: wall, type: extrude, on: plate/end.end, to: post/end.end, at: [40, 30], profile: {kind: " \
        "rectangle, width: 10, height: 10}}"
      )
    assert_fit 90_000 + 2000 + 1000 - (Math::PI * 16 * 15), text
    assert_faulty "line 8, features[3].to: 'plate/side.left' is not parallel to the sketch plane",
                  recipe(
                    "#{L_PART}\n  - {id: wall, type: extrude, on: plate/end.end, to: plate/side.left, profile: " \
                    "{kind: circle, diameter: 3}}"
                  )
  end

  def test_demo_parts_are_closed_and_without_warnings
    %w[carousel hub-spindle].each do |name|
      assert_closed model(demo(name)).solid
      assert_empty model(demo(name)).warnings
    end
  end

  def test_a_switched_off_feature_is_not_built
    text =
      recipe(
        "#{PLATE}\n  - {id: h, type: hole, on: plate/end.end, at: [50, 30], diameter: 8, through: true, active: false}"
      )
    assert_fit 90_000, text, relative: 1e-9
  end

  def test_one_more_hole_reuses_the_prefix
    cache = Modelling::Builder::Prefixes.new
    counted = Class.new(Modelling::Builder) do
      attr_reader :made

      def step(*) = (@made = (@made || 0) + 1) && super
    end
    builders = [8, 9].map do |d|
      counted.new(
        Modelling::Recipe.parse(
          recipe("#{PLATE}\n  - {id: h, type: hole, on: plate/end.end, at: [50, 30], diameter: #{d}, through: true}")
        ),
        1,
        cache
      ).tap(&:model)
    end
    assert_equal [2, 1], builders.map(&:made)
  end
end
