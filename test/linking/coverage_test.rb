# frozen_string_literal: true

require 'step_helper'
require 'sheet_metal_helper'

# Which faces the sizes in a model pin down, and why not. Lengths in mm.
class CoverageTest < CoreTest
  include StepHelpers
  include SheetMetalHelper

  def coverage(features)
    model = built("nockplane: recipe/1\nname: P\nfeatures:\n#{features}")
    Linking::Coverage.of(model).to_h { |f| [f.name, [f.state, f.words]] }
  end

  BLOCK = "  - {id: block, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: 20}\n"

  def test_a_block_of_three_sizes_is_pinned_down_on_all_sides
    found = coverage(BLOCK)
    assert_equal 6, found.size
    assert_equal [['pinned', 'size and place are given']], found.values.uniq
  end

  # The hole's diameter is a size of the model; where it stands off the middle is no dimension of it.
  def test_a_hole_off_the_middle_is_short_of_its_place
    found =
      coverage("#{BLOCK}  - {id: hole, type: hole, on: block/end.end, at: [20, 10], diameter: 8, through: true}\n")
    state, words = found['hole/wall']
    assert_equal 'short', state
    assert_match(/\Aits size is given, its place is not given: distance from block/, words)
    assert_equal 'pinned',
                 coverage("#{BLOCK}  - {id: hole, type: hole, on: block/end.end, diameter: 8, through: true}\n")[
                   'hole/wall'
                 ][
                   0
                 ]
  end

  # A file that states no sizes leaves all but one face along each direction bare.
  def test_a_file_without_sizes_is_bare
    model = step_source('block-9').model(Products::Subject.new('m', 1))
    states = Linking::Coverage.of(model).map(&:state).tally
    assert_operator states.fetch('bare', 0), :>, 0
    assert_nil states['twice']
    assert_operator states.fetch('pinned', 0), :<=, 3, 'what the part as a whole is held by'
  end

  # With the sheet's thickness said once no wall's other side is open.
  def test_a_sheet_has_its_other_sides_by_its_thickness
    text = sheet(plate(60, 40), 'id: up, type: flange, edge: base/side.right, height: 20')
    model = source.model_of(text)
    with, without =
      [source.flats.sides(text), []].map { |s| Linking::Coverage.of(model, sides: s).count { |f| f.state == 'pinned' } }
    assert_operator with, :>, without
  end

  # A plate with two holes off the middle, their diameters said; datums A (below), B (left), C (front).
  HOLES = <<~F
    - {id: one, type: hole, on: block/end.end, at: [20, 10], diameter: 8, through: true}
    - {id: two, type: hole, on: block/end.end, at: [-20, 15], diameter: 8, through: true}
  F
  DATUMS = { 'A' => 'block/end.start', 'B' => 'block/side.left', 'C' => 'block/side.bottom' }.freeze

  def framed(datums, *frames)
    said =
      datums.map { |l| { kind: 'datum', id: l.downcase, letter: l, faces: [DATUMS[l]] } } +
        frames.each_with_index.map { |(words, *faces), i| { kind: 'frame', id: "f#{i}", words: words, faces: faces } }
    lines = said.map { |s| "    - #{JSON.generate(s)}" }.join("\n")
    features = (BLOCK + HOLES).gsub(/^(?=- )/, '  ')
    model("nockplane: recipe/1\nname: P\nfeatures:\n#{features}plan:\n  statements:\n#{lines}\n")
  end

  def states(*args) = Linking::Coverage.of(framed(*args)).to_h { |f| [f.name, f] }

  def test_a_position_to_three_datums_gives_a_hole_its_place
    found = states(%w[A B C], %w[⌖|⌀0.2|A|B|C one/wall two/wall])
    assert_equal %w[pinned pinned], %w[one/wall two/wall].map { |n| found[n].state }
    left = states(%w[A B C], %w[⌖|⌀0.2|A|B|C one/wall])['two/wall']
    assert_equal 'short', left.state
    assert_match(/its place is not given: distance from datum [BC], distance from datum [BC]/, left.words)
  end

  # A alone lets the holes go along it together: only against one another are they held (ISO 5458).
  def test_a_position_to_one_datum_holds_holes_against_one_another_only
    found = states(%w[A], %w[⌖|⌀0.2|A one/wall two/wall])
    assert_equal %w[short short], %w[one/wall two/wall].map { |n| found[n].state }
    single = Linking::Coverage.of(framed(%w[A], %w[⌖|⌀0.2|A one/wall], %w[⌖|⌀0.2|A two/wall]))
    wanted = ->(list) { list.sum { |f| f.words.scan('distance').size } }
    together = wanted[found.values.select { |f| f.name.end_with?('/wall') }]
    assert_operator wanted[single.select { |f| f.name.end_with?('/wall') }], :>, together
  end

  def test_tolerances_of_form_and_direction_say_no_place_and_a_profile_says_all
    found = states(%w[A B C], %w[⏊|⌀0.1|A one/wall], %w[○|0.02 two/wall])
    assert_equal %w[short short], %w[one/wall two/wall].map { |n| found[n].state }
    profile = states(%w[A B C], %w[⌓|0.1|A|B|C block/end.end])
    assert_equal 'twice', profile['block/end.end'].state, 'its distance is a size of the model besides'
  end

  def test_what_two_frames_hold_against_the_same_datums_is_said_twice
    found = states(%w[A B C], %w[⌖|⌀0.2|A|B|C one/wall], %w[⌓|0.1|A|B|C one/wall])
    assert_equal 'twice', found['one/wall'].state
    assert_includes found['one/wall'].words, '⌖|⌀0.2|A|B|C'
    finer = states(%w[A B C], %w[⌖|⌀0.2|A|B|C one/wall two/wall], %w[⌖|⌀0.05|A one/wall two/wall])
    assert_equal 'pinned', finer['one/wall'].state, 'two single segments (FCF-13)'
  end
end
