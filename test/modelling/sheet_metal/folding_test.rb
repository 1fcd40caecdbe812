# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# Cuts made in the flat and folded again, reliefs, and what can't be laid flat.
class SheetFoldingTest < CoreTest
  include SheetMetalHelper

  FLANGED = ['id: up, type: flange, edge: base/side.right, height: 30'].freeze

  def test_unfolded_and_folded_again_it_is_what_it_was
    plain = sheet(plate(100, 60), *FLANGED)
    again = sheet(plate(100, 60), *FLANGED, 'id: open, type: unfold', 'id: shut, type: fold')
    a, b = [plain, again].map { |t| built(t) }
    assert_equal a.solid.faces.map(&:name).sort, b.solid.faces.map(&:name).sort
    a.solid.box.zip(b.solid.box) { |x, y| assert_in_delta x, y, 1e-9 }
    assert_in_delta volume(a.solid), volume(b.solid), volume(a.solid) * 1e-5
    assert_empty b.solid.faults
  end

  # What the flat state says of itself.
  def flat_sizes(text)
    known = Nockplane::Products::Source.new { text }
    known.model(Nockplane::Products::Subject.new('m', 1, nil, Nockplane::Products::Subject::FLAT)).dimensions
  end

  # A slot of 20 between centres, 6 wide, across the bend line: its area is cut once, in the flat.
  def test_a_cut_across_a_bend
    slot = 'id: slot, type: slot, length: 20, width: 6, on: base/end.end, at: [50, 0], through: true'
    cut = sheet(plate(100, 60), *FLANGED, 'id: open, type: unfold', slot, 'id: shut, type: fold')
    whole = sheet(plate(100, 60), *FLANGED)
    assert_in_delta (20 * 6) + (9 * Math::PI), blank(whole).area - blank(cut).area, 2e-2
    assert_equal [1, 2], [blank(cut).holes, flat(cut).lines[0].segments.size], 'the bend line is broken at the slot'
    assert_in_delta 54, flat(cut).lines[0].length, 1e-6
    assert built(cut).solid.closed?
    assert_nil built(cut).dimensions.find { |d| d.id == 'slot.width' }, 'no size goes round a bend'
    size = flat_sizes(cut).find { |d| d.id == 'slot.width' }
    assert_in_delta 6, Geometry::Vec.distance(size.from, size.to), 1e-6
  end

  def test_corner_relief_opens_both_bends
    text =
      sheet(
        plate(100, 60),
        *FLANGED,
        'id: back, type: flange, edge: base/side.top, height: 30',
        'id: corner, type: relief, between: [up, back], size: 12'
      )
    model = built(text)
    assert model.solid.closed?
    assert_equal [12.0], flat_sizes(text).select { |d| d.id == 'corner.size' }.map(&:value)
    lengths = flat(text).lines.map(&:length)
    assert lengths.sum < 160, 'both lines end at the relief'
  end

  def test_reliefs_beside_a_flange_that_ends_within_the_edge
    text = sheet(plate(100, 60), 'id: up, type: flange, edge: base/side.right, height: 30, place: inside, width: 30')
    # Two notches of one thickness, one thickness and a half longer than where the bend begins (5 mm in).
    bent = built(text)
    assert bent.solid.faces.any? { |f| f.name.start_with?('up/relief.start/') }
    # What the flange takes of the base, its two notches of 2 x 6, and what comes: bend and wall.
    assert_in_delta (100 * 60) - (5 * 30) - (2 * 2 * 6) + ((6.0947 + 25) * 30), blank(text).area, 1e-2
  end

  def test_faults_name_the_feature_and_what_would_do
    {
      ['id: up, type: flange, edge: base/side.right, height: 4'] => /the bend takes all of 4 mm; more than 5 mm/,
      ['id: up, type: flange, edge: base/end.end, height: 30'] => /no edge of the sheet/,
      ['id: up, type: flange, edge: base/side.right, height: 30, width: 90'] => /past the end of the edge/,
      ['id: up, type: flange, edge: base/side.right, height: 30, angle: 190'] => /from 1° to 175°/,
      ['id: up, type: jog, edge: base/side.right, offset: 1, length: 10'] => /the two bends alone rise by/,
      ['id: up, type: hem, edge: base/side.right, length: 8, gap: 0.001'] => /modelled with a gap of 0.01 mm/,
      [
        *FLANGED,
        'id: back, type: flange, edge: base/side.top, height: 30',
        'id: corner, type: relief, between: [up, back], size: 3'
      ] =>
        /reaches no part of the sheet; more than 8.619 mm/,
      ['id: open, type: unfold'] => /never folded again/,
      ['id: shut, type: fold'] => /nothing is unfolded here/
    }.each do |features, why|
      error = assert_raises(Modelling::RecipeFault) { built(sheet(plate(100, 60), *features)) }
      assert_match why, error.message
      assert_match(/line \d+, features\[#{features.size}\]/, error.message)
    end
  end

  def test_a_bend_sharper_than_the_sheet_is_thick_is_told
    model = built(sheet(plate(100, 60, radius: 1), *FLANGED))
    assert_match(/bend radius 1 mm is less than the thickness of 2 mm/, model.warnings.join)
  end

  def test_walls_that_run_into_each_other_are_told_and_not_laid_flat
    text =
      sheet(
        plate(100, 60),
        'id: up, type: flange, edge: base/side.right, height: 30, angle: 120',
        'id: back, type: flange, edge: base/side.top, height: 30, angle: 120'
      )
    assert_match(/back\): runs into .*up when folded/, built(text).warnings.join)
    assert_raises(SM::Refused) { flat(text) }
  end

  def test_parts_of_the_flat_that_lie_on_each_other
    # Two flanges on the long sides of a narrow base, lips on them that meet over it once they come down.
    text =
      sheet(
        'id: base, type: sheet, thickness: 1, bend_radius: 1, profile: {kind: free, start: [0, 0], edges: ' \
          '[{to: [60, 0]}, {to: [60, 60]}, {to: [50, 60]}, {name: inner, to: [50, 10]}, {name: low, to: [0, 10]}, {}]}',
        'id: a, type: flange, edge: base/side.inner, height: 35, start_offset: 5, end_offset: 5',
        'id: b, type: flange, edge: base/side.low, height: 35, start_offset: 5, end_offset: 5'
      )
    assert_match(/lie on each other/, assert_raises(SM::Refused) { flat(text) }.message)
  end

  def test_what_is_no_sheet
    boss = 'id: lump, type: extrude, on: base/end.end, profile: {kind: circle, diameter: 10}, depth: 6'
    assert_match(
      /stands up from .* without a bend/,
      assert_raises(SM::Refused) { flat(sheet(plate(80, 60), boss)) }.message
    )
    tube =
      "nockplane: recipe/1\nname: Tube\nfeatures:\n  - {id: tube, type: extrude, depth: 50, profile: {kind: " \
        'rectangle, width: 40, height: 30, corner_radius: 5, inner: [{kind: rectangle, width: 36, height: 26, ' \
        "corner_radius: 3}]}}\n"
    assert_match(/close on themselves/, assert_raises(SM::Refused) { flat(tube) }.message)
  end

  def test_a_cut_that_splits_the_blank
    text = sheet(plate(100, 60), 'id: cut, type: pocket, width: 4, height: 80, on: base/end.end, through: true')
    assert_match(
      /hangs together with the rest by no bend|pieces|nothing of the sheet|no part/,
      assert_raises(SM::Refused) { flat(text) }.message
    )
  end
end
