# frozen_string_literal: true

require 'step_helper'

# Faces of imported models keep their names over revisions. What each file of the series is, is known from its README.
class MatchingTest < StepTest
  def first = @first ||= Linking::FaceNames.first(step_model('motor-plate-r1').solid)
  def one = renamed(step_model('motor-plate-r1').solid, first.names)

  # [named solid, FaceNames::Result] of a later file after an earlier one.
  def after(name, old, used)
    solid = step_model(name).solid
    found = Linking::FaceNames.after(solid, used, old)
    [renamed(solid, found.names), found]
  end

  def two = @two ||= after('motor-plate-r2', one, first.used)
  def names(solid) = solid.faces.map(&:name)
  def radius(solid, name) = solid.face(name).surface.radius

  def test_first_names_tell_what_faces_are
    words = first.names.values.group_by { |n| n[/\A\w+/] }.transform_values(&:size)
    assert_equal({ 'shaft' => 1, 'plane' => 18, 'round' => 6, 'bore' => 11 }, words)
  end

  def test_every_size_changed_by_a_few_per_cent_keeps_every_name
    assert_equal names(one).sort, names(two[0]).sort
    assert_empty two[1].doubts
    assert_equal [11.0, 12.0],
                 [one, two[0]].map { |s|
                   s.faces.select { |f| f.name.start_with?('bore') }.map { |f| f.surface.radius }.max
                 }
  end

  def test_another_numbering_order_and_origin_keeps_every_name
    moved, found = after('motor-plate-r3', two[0], two[1].used)
    assert_empty found.doubts
    assert_equal names(two[0]).sort, names(moved).sort
    # turned 90 degrees about Z and moved by (120, -40, 15): every face's centre follows
    before, now = [two[0], moved].map { |s| Linking::Likeness.all(s) }
    before.each do |name, l|
      x, y, z = l.centre
      [120 - y, -40 + x, 15 + z].zip(now[name].centre) { |a, b| assert_in_delta a, b, 1e-3, name }
    end
  end

  def test_a_hole_gone_one_new_and_a_slot_moved
    four, found = after('motor-plate-r4', two[0], two[1].used)
    assert_equal 33, (names(four) & names(two[0])).size
    assert_equal 3, found.gone.size, 'bore, counterbore and floor of the corner hole'
    assert_equal %w[bore bore plane], found.gone.map { |n| n[/\A\w+/] }.sort
    fresh = names(four) - names(two[0])
    assert_equal ['bore-12'], fresh
    rounds =
      [two[0], four].map do |s|
        s
          .faces
          .select { |f| f.name.start_with?('round') && (f.surface.radius - 3).abs < 1e-9 }
          .to_h { |f| [f.name, f.surface.origin] }
      end
    assert_equal rounds[0].keys, rounds[1].keys, 'the ends of the slot are what they were'
    assert(rounds[0].all? { |n, o| V.distance(o, rounds[1][n]) > 5 }, 'though they moved')
  end

  def test_a_boss_and_a_pocket_gone
    four, found = after('motor-plate-r4', two[0], two[1].used)
    five, last = after('motor-plate-r5', four, found.used)
    assert_equal 27, names(five).size
    assert_empty names(five) - names(four)
    assert_includes last.gone, 'shaft-1'
  end

  def test_a_chamfer_all_round_and_larger_holes
    six, found = after('motor-plate-r6', two[0], two[1].used)
    assert_equal names(two[0]).sort, (names(six) & names(two[0])).sort
    assert_equal 8, (names(six) - names(two[0])).size, 'four flats and four cones of the chamfer'
    assert_empty found.gone
  end

  def test_numbers_are_never_used_twice
    used = { 'bore' => 40 }
    assert_equal 'bore-41',
                 Linking::FaceNames
                   .after(step_model('torus').solid, used, nil)
                   .then {
                     Linking::FaceNames
                       .after(step_model('motor-plate-r1').solid, used, nil)
                       .names
                       .values
                       .select { |n| n.start_with?('bore') }
                       .min_by { |n| n[/\d+/].to_i }
                   }
  end

  # Two equal holes, 8 mm apart; in the next revision one stands half way between: it may be either.
  def test_what_could_be_either_is_not_taken_but_proposed
    plate = ->(*at) do
      holes =
        at.each_with_index.map do |x, i|
          "  - {id: h#{i}, type: hole, on: p/end.end, at: [#{x}, 0], diameter: 4, through: true}"
        end
      base = '  - {id: p, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 6}'
      built([base, *holes].join("\n")).solid
    end
    old = plate[-4, 4]
    new = plate[0]
    new = renamed(new, new.faces.each_with_index.to_h { |f, i| [f.name, "##{i}"] })
    found = Linking::Matching.of(old, new)
    hole = new.faces.find { |f| f.surface.kind == :cylinder }.name
    refute found.matched.key?(hole)
    assert_equal %w[h0/wall h1/wall], found.doubtful[hole].sort
  end

  # Two rows of slots that run into each other and into bosses: walls of one lie nearly where those of another lay.
  SLOTS = <<~R
    - {id: b, type: extrude, profile: {kind: circle, diameter: 64.0}, depth: 5.5, end_chamfer: 1}
    - {id: f0, type: boss, on: b/end.end, at: [-20.0, 6.0], pattern: {kind: linear, columns: 3, rows: 2, column_spacing: 9, row_spacing: 8}, depth: 6.5, diameter: 9.0, draft: 4}
    - {id: f2, type: slot, on: b/end.end, at: [-23.5, 7.0], pattern: {kind: linear, columns: 3, rows: 2, column_spacing: 9, row_spacing: 8}, depth: 9.5, length: 8.5, width: 5.5}
    - {id: f3, type: groove, on: b/end.end, profile: {kind: rectangle, width: 18.5, height: 16.0, corner_radius: 3}, width: 2.5, depth: 2.0}
    - {id: f4, type: slot, on: b/end.end, at: [15.0, -8.5], pattern: {kind: circular, count: 4, pitch_circle: 30}, depth: 9.0, length: 15.0, width: 6.0}
  R
  CHANGED = [[64.0, 68.86], [5.5, 5.91], [6.5, 6.51], [9.0, 8.49], [8.5, 9.0], [18.5, 17.21], [16.0, 16.82]].freeze

  # Every number as it is in the second revision.
  def changed(text)
    text.gsub(/(diameter|depth|length|width|height): ([\d.]+)/) do
      "#{$1}: #{CHANGED.to_h.fetch($2.to_f, $2)}"
    end
  end

  def test_what_neighbours_speak_against_is_proposed_and_not_taken
    old, new = [SLOTS, changed(SLOTS)].map { |text| built(text.gsub(/^/, '  ')).solid }
    there = [old, new].map { |s| names(s) }.reduce(:&)
    found = Linking::Matching.of(old, new)
    taken = found.matched.slice(*there)
    assert_equal [], taken.reject { |n, o| n == o }.to_a
    assert_operator taken.size, :>=, there.size * 0.8
    assert_operator found.doubtful.slice(*there).size, :>, 0
  end

  def test_assignment_is_the_cheapest
    rng = Random.new(5)
    40.times do
      cost = Array.new(4) { Array.new(5) { rng.rand } }
      best = (0...5).to_a.permutation(4).map { |p| p.each_with_index.sum { |c, r| cost[r][c] } }.min
      assert_in_delta best, Linking::Assignment.solve(cost).each_with_index.sum { |c, r| cost[r][c] }, 1e-12
    end
  end
end
