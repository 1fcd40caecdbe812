# frozen_string_literal: true

require 'test_helper'
require 'view_helper'

# Parts lists and balloons of an assembly that changes: numbers stay, what is gone is told (PL-04, PL-07).
class ListingTest < CoreTest
  DISC =
    "nockplane: recipe/1\nname: %s\nproperties: {number: %s}\nfeatures:\n" \
      "  - {id: disc, type: extrude, profile: {kind: circle, diameter: %s}, depth: 8}\n"
  PARTS = { 'A' => 30, 'B' => 24, 'C' => 18, 'E' => 12 }.to_h { |n, d| [n, format(DISC, "Disc #{n}", n, d)] }.freeze

  def stack(*names)
    "nockplane: assembly/1\nname: Stack\nproperties: {number: ST}\ncomponents:\n" +
      names.each_with_index.map { |n, i| "  - {id: c#{n.downcase}, model: #{n}, offset: #{i * 20}}\n" }.join
  end

  # Revision 2 loses B and has E in front of C.
  def source
    texts = [nil, stack('A', 'B', 'C'), stack('A', 'E', 'C')]
    @source ||= Products::Source.new(library: ->(name, _) { PARTS[name] }) { |_, revision| texts.fetch(revision) }
  end

  def drawn
    @drawn ||=
      begin
        choices = Planning::SheetChoices.from('sizes' => [])
        template = Drawings::Template.all['a2-assembly']
        making = Planning::SheetMaking.new(template, Products::Subject.new('w', 1), source, choices)
        making.call(title: 'Stack', number: 'ST').drawing
      end
  end

  def docket(drawing, latest = 1) = Linking::Docketing.of(drawing, source, ->(_) { latest })

  def words(drawing) =
    drawing.notes.select(&:item).map { |n| Drawings::Tables::Referring.new(drawing, source).words(n) }

  def list(drawing) = drawing.tables.find { |t| t.kind == 'parts list' }

  def numbers(drawing)
    Drawings::Tables::Items
      .of(drawing, source, 'b1', drawing.sheets[0].revision)
      .rows
      .to_h { |r| [r['number'], r['item']] }
  end

  def test_numbers_stay_when_lines_come_and_go
    assert_equal({ 'A' => '1', 'B' => '2', 'C' => '3' }, numbers(drawn))
    fields = docket(drawn, 2).fields.flat_map(&:changes)
    assert_includes fields, ['parts list', '3 rows, 3 parts', '3 rows, 3 parts']

    after = drawn.apply(Linking::Staleness.new(drawn, source, ->(_) { 2 }).update)
    assert_equal({ 'A' => '1', 'E' => '4', 'C' => '3' }, numbers(after), 'the number of B goes to nobody (PL-04)')
    assert_equal %w[1 3 ?], words(after).sort
  end

  def test_what_balloons_miss_is_told
    assert_empty docket(drawn).unlisted
    after = drawn.apply(Linking::Staleness.new(drawn, source, ->(_) { 2 }).update)
    found = docket(after, 2)
    assert_equal ['item 4 has no balloon'], found.unlisted.map(&:words)
    assert_includes found.loose.map { |l| [l.note.name, l.words] }, ['Balloon ?', 'it refers to a part that is gone']
    assert_equal found.to_h, Linking::Docket.from_h(JSON.parse(JSON.generate(found.to_h))).to_h

    added = after.apply(Drawings::Balloons.new(after, source, after.views[0].id).edit)
    assert_empty docket(added, 2).unlisted
    twice = added.notes.find(&:item).dup.tap { |n| n.id = 'n99' }
    assert_equal ['item 1 has more than one balloon'],
                 docket(added.with([twice]), 2).unlisted.map(&:words).grep(/more than/)
  end

  def listed(**given)
    all = { structure: 'all', sort: '', numbers: 'free', texts: '' }.merge(given)
    Drawings::Tables::Listed.new(drawn, source, list(drawn)).edit(**all)
  end

  def test_other_numbers_and_words
    after = drawn.apply(listed(numbers: '1 = 10, 2 = 20', texts: "20.remarks = black anodized\n", sort: 'number'))
    assert_equal({ 'A' => '10', 'B' => '20', 'C' => '3' }, numbers(after))
    assert_equal %w[10 20 3], words(after).sort, 'balloons say the new numbers'
    rows = Drawings::Tables::Items.of(after, source, 'b1', 1).rows
    assert_equal 'black anodized', rows.find { |r| r['number'] == 'B' }['remarks']
    assert_equal '20.remarks = black anodized', Drawings::Tables::Listed.new(after, source, list(after)).texts_text
  end

  # Under headings, and with what was typed over underlined; items keep their numbers, headings have none.
  def test_under_headings_and_with_what_was_typed_over_marked
    after = drawn.apply(listed(group: 'remarks', texts: "2.remarks = anodized\n3.remarks = anodized\n"))
    furniture = Drawings::Furniture.new(after, after.sheets[0], source)
    rows = furniture.texts(list(after)).map { |r| r.reject(&:empty?).first }
    assert_equal %w[Others 1 Anodized 2 3], rows
    ink = furniture.groups.find { |g| g.owner == "table/#{list(after).id}" }.items
    words = ink.grep(Drafting::Ink::Text).select { |t| t.string == 'anodized' }
    lines = ink.grep(Drafting::Ink::Line).reject(&:closed).map { |l| l.points[0] }
    assert_equal 2, words.size
    words.each { |t| assert(lines.any? { |x, y| (x - t.x).abs < 1e-9 && (t.y - y).between?(0.3, 1.2) }, t.string) }
    assert_equal({ 'A' => '1', 'B' => '2', 'C' => '3' }, numbers(after))
  end

  def test_what_makes_no_sense_is_said
    {
      { numbers: '1 = 2' } => /2 would stand for 2 items/,
      { numbers: '9 = 10' } => /'9 = 10' gives no item another number/,
      { texts: 'B remarks' } => /'B remarks' says no cell/,
      { texts: '1.item = 7' } => /says no cell/,
      { structure: 'some' } => /a parts list has all, top, indented/,
      { sort: 'colour' } => /sorted by item/,
      { group: 'colour' } => /grouped by item/
    }.each do |given, why|
      found = listed(**given)
      assert_kind_of Drawings::Refusal, found, given.inspect
      assert_match why, found.reason
    end
  end
end
