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
end
