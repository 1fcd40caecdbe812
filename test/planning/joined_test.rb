# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# Sheets of several drawings in one: nothing of either is lost, nothing refers to the other's.
class JoinedTest < CoreTest
  include SheetMetalHelper

  POST =
    "nockplane: recipe/1\nname: Post\nfeatures:\n  - {id: a, type: extrude, profile: {kind: rectangle, width: 30, " \
      "height: 30}, depth: 12}\n  - {id: b, type: extrude, on: a/end.end, profile: {kind: circle, diameter: 9}, " \
      "depth: 9}\n"
  DISC =
    "nockplane: recipe/1\nname: Disc\nproperties: {number: D}\nfeatures:\n  - {id: disc, type: extrude, profile: " \
      "{kind: circle, diameter: 30}, depth: 8}\n"
  PAIR =
    "nockplane: assembly/1\nname: Pair\nproperties: {number: PAIR}\ncomponents:\n  - {id: one, model: D}\n" \
      "  - {id: two, model: D, offset: 20}\n"

  def texts
    bent = sheet(strip('[[-30, 30], [-30, 0], [30, 0], [30, 30]]'))
    @texts ||= { 'post' => POST, 'disc' => DISC, 'pair' => PAIR, 'bent' => bent }
  end

  def source = @source ||= Products::Source.new(library: ->(_, _) { DISC }) { |id, _| texts.fetch(id) }

  def drawn(id, template)
    found = Linking::FreshDrawing.of(Drawings::Template.all[template], id, 1, source, title: id, number: "N-#{id}")
    balloons = Drawings::Balloons.everywhere(found, source, 'b1') if id == 'pair'
    balloons.is_a?(Drawings::Edit) ? found.apply(balloons) : found
  end

  def all = [drawn('pair', 'a2-assembly'), drawn('disc', 'a3-part-first-angle'), drawn('bent', 'a3-sheet-metal')]

  def whole
    all
      .drop(1)
      .each_with_index
      .reduce(all[0]) do |sum, (drawing, i)|
        found = sum.apply(Planning::Joined.new(sum, drawing, drawing.meta.title, ranks: i + 2).edit)
        found.is_a?(Drawings::Refusal) ? flunk(found.reason) : found
      end
  end

  COUNTED = {
    'sheet' => :sheets,
    'view' => :views,
    'dimension' => :dimensions,
    'note' => :notes,
    'table' => :tables,
    'block' => :blocks,
    'binding' => :bindings
  }.freeze

  def test_nothing_is_lost_and_ids_are_given_once
    COUNTED.each_value do |kind|
      assert_equal all.sum { |d| d.public_send(kind).size }, whole.public_send(kind).size, kind
    end
    assert_equal whole.cells.keys, whole.cells.keys.uniq
  end

  # Each sheet draws what it drew alone.
  def test_every_sheet_is_drawn_as_alone
    texts_of = ->(drawing, sheet) do
      items = Drawings::SceneBuilder.new(drawing, sheet, source, shade: :known).scene.groups.flat_map(&:items)
      items.grep(Drafting::Ink::Text).map(&:string).tally
    end
    alone = all.flat_map { |d| d.sheets.map { |s| [d, s] } }
    together = whole.sheets
    assert_equal alone.size, together.size
    alone
      .zip(together)
      .each do |(drawing, sheet), other|
        own = texts_of[drawing, sheet.id]
        found = texts_of[whole, other.id]
        lost = own.keys - found.keys
        # (Numbers of sheets and titles are the whole drawing's.)
        assert_empty lost.reject { |t|
                       t.match?(%r{\A\d+/\d+\z}) || t.start_with?('N-') || %w[pair disc bent].include?(t)
                     }
      end
  end

  def test_balloons_and_bend_tables_refer_to_their_own_views
    names = whole.views.to_h { |v| [v.id, v] }
    whole.notes.select(&:item).each { |n| assert_equal whole.sheets[0].id, names.fetch(n.leaders[0].view).sheet }
    table = whole.tables.find { |t| t.kind == 'bends' }
    assert_equal 'flat', names.fetch(table.view).kind
  end

  # Of what is no sheet the flat berth stays a berth, and its table with it.
  def test_a_table_whose_berth_stays_empty_goes_along
    post = drawn('post', 'a3-sheet-metal')
    refute_empty post.berths
    first = drawn('disc', 'a3-part-first-angle')
    found = first.apply(Planning::Joined.new(first, post, 'Post', ranks: 2).edit)
    flunk(found.reason) if found.is_a?(Drawings::Refusal)
    table = found.tables.find { |t| t.kind == 'bends' }
    assert_includes found.berths.map(&:id), table.view
  end

  def test_it_can_be_taken_back
    first, second, = all
    edit = Planning::Joined.new(first, second, 'Disc', ranks: 2).edit
    assert_equal first.cells, first.apply(edit).apply(edit.inverse(first)).cells
  end
end
