# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# A part bent on one sheet and flat on the other, pointed at other parts, and shown for every size of its family. mm.
class FlatRebindTest < CoreTest
  include SheetMetalHelper

  # A channel of a back and legs inside, sheet of 2, inner radius 3, 40 wide.
  def channel(back, leg)
    half = back / 2
    sheet(strip("[[-#{half}, #{leg}], [-#{half}, 0], [#{half}, 0], [#{half}, #{leg}]]"), name: "Channel #{back}")
  end

  # By hand: legs and back without their inner radii, and two right-angle bends of K 0.44 (TV-SM-01: 6.0947).
  def length(back, leg) = (2 * (leg - 3)) + (back - 6) + (2 * 6.0947)

  POST =
    "nockplane: recipe/1\nname: Post\nfeatures:\n  - {id: a, type: extrude, profile: {kind: rectangle, width: 30, " \
      "height: 30}, depth: 12}\n  - {id: b, type: extrude, on: a/end.end, profile: {kind: circle, diameter: 9}, " \
      "depth: 9}\n"

  FAMILY =
    "nockplane: recipe/1\nname: Bracket\nproperties: {number: BR}\nparameters: {wing: 20}\n" \
      "variants:\n  long: {wing: 35}\nfeatures:\n  - {id: base, type: sheet, thickness: 2, bend_radius: 3, k: 0.44, " \
      "profile: {kind: rectangle, width: 60, height: 40}}\n" \
      "  - {id: wing, type: flange, edge: base/side.right, height: wing}\n"

  def texts = @texts ||= { 'a' => channel(60, 30), 'b' => channel(80, 20), 'post' => POST, 'f' => FAMILY }
  def source = @source ||= Products::Source.new { |id, n| n == 1 ? texts.fetch(id) : wide }
  # The channel of 60 and 30, so wide that its blank is longer the other way.
  def wide = texts['a'].sub('width: 40', 'width: 160')

  def drawn(id)
    Linking::FreshDrawing.of(Drawings::Template.all['a3-sheet-metal'], id, 1, source, title: 'T', number: 'N')
  end

  def flat(drawing) = drawing.views.find { |v| v.kind == 'flat' }

  # [across, up] of what a view shows, mm of the model, the longer first.
  def size(drawing)
    shown = Drawings::ShownModel.of(source, drawing, flat(drawing))
    x0, y0, x1, y1 = shown.linework.box
    [x1 - x0, y1 - y0].sort.reverse
  end

  def bends(drawing)
    table = drawing.tables.find { |t| t.kind == 'bends' }
    Drawings::Furniture.new(drawing, drawing.sheet(table.sheet), source).texts(table)
  end

  def test_both_sheets_follow_to_another_part
    before = drawn('a')
    assert_in_delta length(60, 30), size(before)[0], 1e-3
    after = Linking::Rebind.new(before, source, to: Products::Subject.new('b', 1)).result
    assert_equal before.views.map { |v| [v.id, v.kind] }, after.views.map { |v| [v.id, v.kind] }
    assert_in_delta length(80, 20), size(after)[0], 1e-3
    assert_in_delta 40, size(after)[1], 1e-6
    assert_equal bends(before).size, bends(after).size
    assert_equal 2, bends(after).size
  end

  def test_pointed_at_what_is_no_sheet_the_flat_view_says_why
    after = Linking::Rebind.new(drawn('a'), source, to: Products::Subject.new('post', 1)).result
    shown = Drawings::ShownModel.of(source, after, flat(after))
    assert_match(/\Ano flat pattern: /, shown.problem)
    words = Drawings::SceneBuilder.new(after, flat(after).sheet, source, shade: :known).scene.groups.flat_map(&:items)
    assert(words.grep(Drafting::Ink::Text).any? { |t| t.string.start_with?('NOT SHOWN: no flat pattern') })
    assert_includes Linking::Docketing.of(after, source, ->(_) { 1 }).lost.map(&:words).join, 'no flat pattern'
    back = Linking::Rebind.new(after, source, to: Products::Subject.new('b', 1)).result
    assert_in_delta length(80, 20), size(back)[0], 1e-3, 'a sheet again, it is flat again'
  end

  def test_every_size_of_a_family_is_flat_by_its_own_sizes
    series = drawn('f')
    own = ->(variant) do
      to = Products::Subject.new('f', 1, variant)
      Linking::Rebind.new(series, source, to: to, kin: true).result
    end
    assert_in_delta size(series)[0] + 15, size(own['long'])[0], 1e-3, 'a wing 15 higher makes a blank 15 longer'
    assert_equal series.dimensions.map(&:id).sort, own['long'].dimensions.map(&:id).sort
  end

  # The blank is 120 by 40, then 120 by 160: it is looked at with its longer side level each time, with whatever notes.
  def test_a_revision_whose_blank_is_longer_the_other_way_turns_the_view
    [nil, Drawings::Views::Flat::Look.new(notes: 'numbers')].each do |look|
      before = drawn('a')
      before = before.apply(Drawings::Edit.put('look', flat(before).dup.tap { |v| v.own = look }))
      after = before.apply(Linking::Staleness.new(before, source, ->(_) { 2 }).update)
      assert_equal 2, flat(after).revision
      x0, y0, x1, y1 = Drawings::ShownModel.of(source, after, flat(after)).linework.box
      assert_in_delta 160, x1 - x0, 1e-3
      assert_in_delta length(60, 30), y1 - y0, 1e-3
    end
  end
end
