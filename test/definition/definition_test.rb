# frozen_string_literal: true

require 'test_helper'

# Is a part fully defined by what is said, and nothing twice (GEN-05)? Lengths in mm.
class DefinitionTest < CoreTest
  D = Definition

  BLOCK = <<~F
    - {id: block, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: 20}
  F
  HOLE = <<~F
    - {id: hole, type: hole, on: block/end.end, at: [20, 10], diameter: 8, through: true}
  F

  # Sayings of a model's own dimensions, and of distances between faces ("a|b").
  def sayings(model, *distances)
    own = model.dimensions + distances.map { |pair| model.dimension("measured.distance.#{pair}") || flunk(pair) }
    own.map { |d| saying(d) }
  end

  def saying(found) = Linking::Completeness.saying(found, key: found.id, words: found.value.to_s)

  def report(features, *distances) = built(features).then { |m| D.of(m.solid, sayings(m, *distances)) }

  # The definition lacks just these: [kind, value or level in mm].
  def assert_missing(expected, report)
    found = report.missing.map { |m| [m.kind, (m.value || m.at)&.round(3)] }
    assert_equal expected.sort_by(&:to_s), found.sort_by(&:to_s)
  end

  def test_a_block_is_defined_by_its_three_sizes
    report = report(BLOCK)
    assert_predicate report, :complete?
    assert_equal 6, report.said
  end

  def test_without_one_of_them_a_distance_is_missing
    model = built(BLOCK)
    report = D.of(model.solid, sayings(model).reject { |s| s.key == 'block.depth' })
    assert_equal [:distance], report.missing.map(&:kind)
    assert_equal %w[block/end.end block/end.start], [report.missing[0].from, *report.missing[0].faces].sort
    assert_equal 1, report.status.count { |_, (_, place)| place == :missing }
  end

  def test_a_hole_off_the_middle_lacks_two_distances_and_one_in_the_middle_none
    assert_missing [[:distance, 20.0], [:distance, 10.0]], report(BLOCK + HOLE)
    assert_predicate report(BLOCK + HOLE.sub('[20, 10]', '[0, 0]')), :complete?
    assert_predicate report(BLOCK + HOLE, 'block/side.left|hole/wall', 'block/side.bottom|hole/wall'), :complete?
  end

  def test_two_holes_alike_on_both_sides_of_the_middle_lack_their_distance
    two = HOLE.sub('at: [20, 10]', 'pattern: {kind: free, places: [[-20, 0], [20, 0]]}')
    report = report(BLOCK + two)
    assert_equal [:distance], report.missing.map(&:kind)
    assert_equal %w[hole[1]/wall hole[2]/wall], [report.missing[0].from, *report.missing[0].faces].sort
  end

  # standards.md TV-DIM-05: a chain 20, 30, 15 with its total 65.
  def test_tv_dim_05_a_chain_with_its_total_says_it_twice
    steps = <<~F
      - {id: base, type: extrude, profile: {kind: rectangle, width: 65, height: 40}, depth: 10}
      - {id: low, type: extrude, on: base/end.end, at: [-22.5, 0], profile: {kind: rectangle, width: 20, height: 40}, depth: 5}
      - {id: high, type: extrude, on: base/end.end, at: [25, 0], profile: {kind: rectangle, width: 15, height: 40}, depth: 8}
    F
    model = built(steps)
    chain = %w[base/side.left|low/side.right low/side.right|high/side.left high/side.left|base/side.right]
    said = ['base/side.left|base/side.right', *chain].map { |p| saying(model.dimension("measured.distance.#{p}")) }
    assert_equal [65.0, 20.0, 30.0, 15.0], said.map(&:value)
    twice = D.of(model.solid, said).twice
    assert_equal [said[3].key], twice.map(&:saying)
    assert_equal said[0, 3].map(&:key).sort, twice[0].by.sort
  end

  def test_a_circle_of_holes_is_placed_by_its_diameter
    flange = <<~F
      - {id: disc, type: extrude, profile: {kind: circle, diameter: 100}, depth: 10}
      - {id: bolts, type: hole, on: disc/end.end, diameter: 6, through: true, pattern: {kind: circular, count: 6, pitch_circle: 80}}
    F
    assert_predicate report(flange), :complete?
    model = built(flange)
    without = D.of(model.solid, sayings(model).reject { |s| s.says == :pitch_circle })
    assert_equal 6, without.status.count { |_, (_, place)| place == :missing }
    assert_equal 1, without.missing.size, 'one distance places all of them'
  end

  def test_a_slot_is_as_wide_as_its_ends_are_round
    slot = "- {id: slot, type: pocket, on: block/end.end, through: true, profile: {kind: slot, length: 30, width: 8}}\n"
    model = built(BLOCK + slot)
    assert_predicate D.of(model.solid, sayings(model)), :complete?
    radius =
      saying(
        model.dimension(Modelling::Measured::SIZE + model.solid.faces.find { |f| f.surface.kind == :cylinder }.name)
      )
    assert_equal [radius.key], D.of(model.solid, [*sayings(model), radius]).twice.map(&:saying)
  end

  def test_rounds_need_a_radius_and_no_place
    edges = '[[block/side.left, block/side.bottom], [block/side.right, block/side.top]]'
    round = "- {id: round, type: round, edges: #{edges}, radius: 5}\n"
    model = built(BLOCK + round)
    assert_predicate D.of(model.solid, sayings(model)), :complete?
    assert_equal [:radius] * 2, D.of(model.solid, sayings(model).reject { |s| s.says == :round }).missing.map(&:kind)
    note = D::Saying.new(key: 'note', says: :rounds, radius: 5.0, faces: [])
    assert_predicate D.of(model.solid, sayings(model).reject { |s| s.says == :round } + [note]), :complete?
  end

  def test_a_blind_hole_needs_a_depth_but_no_point
    blind = HOLE.sub('through: true', 'depth: 12')
    places = %w[block/side.left|hole/wall block/side.bottom|hole/wall]
    assert_predicate report(BLOCK + blind, *places), :complete?
    model = built(BLOCK + blind)
    assert_equal [:depth],
                 D.of(model.solid, sayings(model, *places).reject { |s| s.key == 'hole.depth' }).missing.map(&:kind)
  end

  def test_a_turned_part_with_a_taper
    turned = <<~F
      - id: pin
        type: revolve
        profile: {kind: free, start: [0, 0], edges: [{to: [0, 10]}, {to: [20, 10]}, {to: [40, 6]}, {to: [50, 6]}, {to: [50, 0]}, {to: [0, 0]}]}
    F
    model = built(turned)
    cylinders =
      %w[10 6].map { |r| model.solid.faces.find { |f| f.surface.kind == :cylinder && f.surface.radius == r.to_f } }
    ends = model.solid.faces.select { |f| f.surface.plane? }.sort_by { |f| f.surface.origin[2] }
    said = cylinders.map { |f| saying(model.dimension(Modelling::Measured::SIZE + f.name)) }
    said << saying(model.dimension("#{Modelling::Measured::DISTANCE}#{ends.map(&:name).join('|')}"))
    assert_missing [[:angle, nil], [:depth, 20.0]],
                   D.of(model.solid, said).tap { |r| r.missing.each { |m| m.at = 20.0 if m.kind == :depth } }
  end
end
