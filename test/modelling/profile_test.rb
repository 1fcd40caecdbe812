# frozen_string_literal: true

require 'test_helper'

# Profiles and placements: areas by formula, names of edges, refusals in words.
class ProfileTest < CoreTest
  # Volume of a profile extruded by 1 mm is its area.
  def area(profile) = mass(recipe("  - {id: p, type: extrude, depth: 1, profile: #{profile}}")).volume

  def edges(profile)
    model(recipe("  - {id: p, type: extrude, depth: 1, profile: #{profile}}"))
      .solid
      .faces
      .map(&:name)
      .grep(/side/)
      .map { |n| n.delete_prefix('p/side.') }
      .sort
  end

  def refused(expected, profile, depth: 1)
    assert_faulty "line 5, features[0].profile#{expected}",
                  recipe("  - {id: p, type: extrude, depth: #{depth}, profile: #{profile}}")
  end

  def test_free_profile_of_lines_and_arcs
    d =
      '{kind: free, start: [0, 0], edges: [{name: base, to: [10, 0]}, {name: nose, to: [10, 8], centre: [10, 4]}, ' \
      '{name: back, to: [0, 8]}, {name: side}]}'
    assert_in_delta 80 + (Math::PI * 8), area(d), 1e-4
    assert_equal %w[back base nose side], edges(d)
  end

  def test_arc_to_the_right_bends_inwards
    d =
      '{kind: free, start: [0, 0], edges: [{name: base, to: [10, 0]}, {name: bite, to: [10, 8], centre: [10, 4], ' \
      'turn: right}, {name: back, to: [0, 8]}, {name: side}]}'
    assert_in_delta 80 - (Math::PI * 8), area(d), 1e-4
  end

  def test_free_corners_rounded_and_chamfered
    d =
      '{kind: free, start: [0, 0], edges: [{name: a, to: [20, 0], round: 4}, {name: b, to: [20, 10], chamfer: 3}, ' \
      '{name: c, to: [0, 10]}, {name: d}]}'
    assert_in_delta 200 - ((1 - (Math::PI / 4)) * 16) - 4.5, area(d), 1e-4
    assert_equal %w[a a+b b b+c c d], edges(d)
  end

  def test_clockwise_profiles_are_turned
    assert_in_delta 200,
                    area(
                      '{kind: free, start: [0, 0], edges: [{name: a, to: [0, 10]}, {name: b, to: [20, 10]}, {name: ' \
                      'c, to: [20, 0]}, {name: d}]}'
                    ),
                    1e-9
  end

  def test_inner_profiles_are_holes
    d =
      '{kind: rectangle, width: 30, height: 20, inner: [{kind: circle, diameter: 6, at: [5, 0]}, {kind: rectangle, ' \
      'width: 4, height: 4, at: [-8, 0]}]}'
    assert_in_delta 600 - (9 * Math::PI) - 16, area(d), 1e-4
    assert_includes edges(d), 'inner1.rim'
  end

  def test_refusals
    refused ".kind: 'blob' is not known; use circle, rectangle, polygon, slot, free, stepped", '{kind: blob}'
    refused ".radius: unknown key 'radius'; known here: kind, diameter, inner", '{kind: circle, radius: 4}'
    refused ".diameter: 'diameter' is missing; give a number or an expression", '{kind: circle}'
    refused '.sides: 2 sides; 3 to 60 make a polygon', '{kind: polygon, sides: 2, diameter: 9}'
    refused '.edges[1].centre: is 10 mm from the start of the arc and 5 mm from its end; they must be equal',
            '{kind: free, start: [0, 0], edges: [{name: a, to: [10, 0]}, {name: b, to: [0, 5], centre: [0, 0]}, ' \
            '{name: c}]}'
    refused '.edges: two edges have one name; names of edges name the faces',
            '{kind: free, start: [0, 0], edges: [{name: a, to: [9, 0]}, {name: a, to: [0, 9]}, {name: c}]}'
    refused ".edges[0].name: 'Base' is not a name; use small letters, digits, _ and .",
            '{kind: free, start: [0, 0], edges: [{name: Base, to: [9, 0]}, {name: b, to: [0, 9]}, {name: c}]}'
    refused '.start: needs a place [u, v] in mm', '{kind: free, start: 3, edges: [{to: [9, 0]}, {to: [0, 9]}]}'
  end

  def test_expressions_in_places_and_counts
    text =
      recipe(
        "  - {id: d, type: extrude, profile: {kind: circle, diameter: 80}, depth: 5}\n  - {id: h, type: hole, on: " \
        "d/end.end, at: [r / 2, 0], diameter: 4, through: true, pattern: {kind: circular, count: n}}",
        '{r: 40, n: {value: 3, unit: count}}'
      )
    walls = model(text).solid.faces.select { |f| f.name.start_with?('h[') }.map { |f| f.surface.origin }
    assert_equal 3, walls.size
    walls.each { |o| assert_in_delta 20, Math.hypot(o[0], o[1]), 1e-9 }
    assert_faulty 'line 6, features[1].pattern.count: 2.5; a whole number from 1 to 2000 is needed',
                  text.sub('value: 3', 'value: 2.5')
  end

  def test_pattern_refusals
    hole = ->(pattern) do
      recipe(
        "  - {id: d, type: extrude, profile: {kind: circle, diameter: 80}, depth: 5}\n  - {id: h, type: hole, on: " \
        "d/end.end, diameter: 4, through: true, pattern: #{pattern}}"
      )
    end
    assert_faulty "line 6, features[1].pattern.kind: 'spiral' is not known; use circular, linear, free",
                  hole['{kind: spiral}']
    assert_faulty 'line 6, features[1].pattern.column_spacing: 0 mm puts the instances on top of each other',
                  hole['{kind: linear, columns: 3, column_spacing: 0}']
    assert_faulty 'line 6, features[1].pattern.columns: 60 x 60 instances; at most 2000',
                  hole['{kind: linear, columns: 60, rows: 60, column_spacing: 1, row_spacing: 1}']
    assert_faulty 'line 6, features[1].pattern.angle: 0°; from -360° to 360°, and not 0, is needed',
                  hole['{kind: circular, count: 3, pitch_circle: 20, angle: 0}']
  end

  def test_part_circle_patterns_reach_their_end_angle
    text =
      recipe(
        "  - {id: d, type: extrude, profile: {kind: circle, diameter: 80}, depth: 5}\n  - {id: h, type: hole, on: " \
        "d/end.end, diameter: 4, through: true, pattern: {kind: circular, count: 3, pitch_circle: 60, angle: 90}}"
      )
    angles =
      (1..3)
        .map { |i| model(text).solid.face("h[#{i}]/wall").surface.origin }
        .map { |o| Math.atan2(o[1], o[0]) * 180 / Math::PI }
    [0, 45, 90].zip(angles).each { |want, got| assert_in_delta want, got, 1e-9 }
  end

  def test_faces_have_their_own_frames
    text =
      recipe(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}\n  - {id: h, type: " \
        "hole, on: b/side.right, at: [5, 10], diameter: 6, depth: 8}"
      )
    wall = model(text).solid.face('h/wall').surface
    assert V.parallel?(wall.axis, [1, 0, 0])
    [5, 10].zip(wall.origin.values_at(1, 2)).each { |want, got| assert_in_delta want, got, 1e-9 }
  end

  def test_turned_refusals
    stepped = ->(more) { recipe("  - {id: s, type: revolve, axis: x, profile: {kind: stepped, #{more}}}") }
    assert_faulty "line 5, features[0].profile.bore: 12 mm leaves no wall in step 'a' of 10 mm",
                  stepped['bore: 12, steps: [{name: a, diameter: 10, length: 5}]']
    assert_faulty 'line 5, features[0].profile.steps: two steps have one name',
                  stepped['steps: [{name: a, diameter: 10, length: 5}, {name: a, diameter: 12, length: 5}]']
    assert_faulty 'line 5, features[0].profile: the profile reaches 2 mm across the axis; keep every v at 0 or more',
                  recipe(
                    '  - {id: s, type: revolve, axis: x, profile: {kind: free, start: [0, -2], edges: [{name: a, to: ' \
                    '[9, -2]}, {name: b, to: [9, 5]}, {name: c, to: [0, 5]}, {name: d}]}}'
                  )
  end

  def test_hole_refusals
    hole = ->(more) do
      recipe(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 10}\n  - {id: h, type: " \
        "hole, on: b/end.end, #{more}}"
      )
    end
    assert_faulty "line 6, features[1].thread: 'M9' is not in the table; " \
                  "near it are M8, M10, M8x1, M10x1, M10x1.25, M7",
                  hole['kind: tapped, thread: M9, through: true']
    assert_faulty 'line 6, features[1].counterbore_diameter: 5 mm is not wider than the hole of 6 mm',
                  hole['kind: counterbored, diameter: 6, counterbore_diameter: 5, counterbore_depth: 2, through: true']
    assert_faulty 'line 6, features[1].countersink_angle: 10°; from 30° to 170° is needed',
                  hole['kind: countersunk, diameter: 6, countersink_diameter: 9, countersink_angle: 10, through: true']
    assert_faulty 'line 6, features[1].counterbore_depth: reaches 8 mm deep and the hole only 6 mm',
                  hole['kind: counterbored, diameter: 6, counterbore_diameter: 9, counterbore_depth: 8, depth: 6']
    assert_faulty "line 6, features[1].depth: 'depth' is missing; give a number or an expression", hole['diameter: 6']
  end

  def test_copies_name_what_they_copy
    assert_faulty "line 6, features[1].of: there is no earlier feature 'x' here; use b",
                  recipe(
                    "  - {id: b, type: extrude, profile: {kind: circle, diameter: 9}, depth: 3}\n  - {id: m, type: " \
                    "mirror, of: [x], in: yz}"
                  )
    assert_faulty 'line 6, features[1].of: needs the list of earlier features to copy, e.g. [pocket]',
                  recipe(
                    "  - {id: b, type: extrude, profile: {kind: circle, diameter: 9}, depth: 3}\n  - {id: m, type: " \
                    "mirror, in: yz}"
                  )
  end

  def test_expression_faults
    with = ->(value) do
      recipe('  - {id: b, type: extrude, profile: {kind: circle, diameter: 9}, depth: d}', "{d: #{value}}")
    end
    assert_faulty "line 3, parameters.d: '1 / 0' divides by zero", with['1 / 0']
    assert_faulty 'line 3, parameters.d: 250000 is out of range; sizes go up to 100000 mm', with[250_000]
    assert_match(
      /'2 \+' is not an expression|can't be worked out/,
      assert_raises(Modelling::RecipeFault) { model(with['2 +']) }.message
    )
  end
end
