# frozen_string_literal: true

require 'test_helper'

# Tabulated drawings: letters for what differs, a table that has every letter and every variant (TAB-01 to TAB-03).
class TabulationTest < CoreTest
  include Drawings

  TEXT = <<~RECIPE
    nockplane: recipe/1
    name: Plate
    properties: {number: QI-1}
    parameters:
      length: {value: 60, tolerance: "±0.2"}
      bore: {value: 8, fit: H7}
      holes: {value: 4, unit: count}
    variants:
      a: {properties: {number: QI-1-A, finish: "Ra 1,6 µm ×"}}
      b: {length: 80, bore: 10, holes: 6}
      c: {bores: false}
      d: {length: 0, properties: {number: QI-1-D}}
    features:
      - {id: plate, type: extrude, profile: {kind: rectangle, width: length, height: 40}, depth: 8}
      - {id: eye, type: hole, on: plate/end.end, diameter: bore, through: true}
      - {id: bores, type: hole, on: plate/end.end, diameter: 4, through: true, pattern: {kind: circular, count: holes, pitch_circle: 24}}
  RECIPE

  def setup
    @source = Products::Source.new(store: STORE) { TEXT }
    drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, @source, title: 'Plate', number: 'QI-1-D')
    @drawing = Linking::Adoption.adopted(drawing, @source, %w[front plan])
  end

  def said(drawing) = drawing.dimensions.map { |d| Annotations.words(drawing.standard, d).to_s }.sort
  def tabulated = @tabulated ||= @drawing.apply(Planning::Tabulation.new(@drawing, @source).edit)

  def table(drawing)
    found = drawing.tables.find { |t| t.kind == 'variants' }
    context = Tables::Kind::Context.new(drawing, drawing.sheets[0], nil, @source)
    [found, Tables.of(found).rows(found, context)]
  end

  def test_letters_stand_for_what_differs_and_values_for_the_rest
    found = said(tabulated)
    letters = found.grep(/(?<![A-Z])[A-C]\b/)
    assert_includes found, '40'
    assert_includes found, '8'
    assert_equal 3, letters.size, found.inspect
    assert(letters.any? { |w| w.match?(/\A[A-C] ±0,2\z/) }, letters.inspect)
    assert(letters.any? { |w| w.match?(/\A⌀[A-C] H7\z/) }, letters.inspect)
    assert(letters.any? { |w| w.match?(/\A[A-C]× ⌀4\z/) }, letters.inspect)
  end

  def test_the_table_has_every_letter_and_every_variant
    found, rows = table(tabulated)
    letters = tabulated.dimensions.filter_map { |d| d.wording&.then { |w| [w.letter, w.counted] } }.flatten.compact
    assert_equal letters.sort, (found.columns.map { |c| c['field'] } - %w[variant number]).sort
    assert_equal %w[a b c d], rows.map { |r| r['variant'] }
    assert(rows.all? { |r| letters.all? { |l| !r[l].to_s.empty? } }, 'every row is complete')
    length, bore, holes =
      %w[plate.profile.width eye.diameter bores.diameter].map do |id|
        tabulated.dimensions.find { |d| d.dimension == id }.wording.then { |w| w.letter || w.counted }
      end
    assert_equal %w[60 80 60 –], rows.map { |r| r[length] }
    assert_equal %w[8 10 8 –], rows.map { |r| r[bore] }
    assert_equal %w[4 6 – –], rows.map { |r| r[holes] }
    assert_equal 'QI-1-A', rows[0]['number']
    assert_equal ['QI-1-D', 'cannot be built'], rows[3].values_at('number', 'name'), 'a row keeps its identification'
  end

  def test_the_table_stands_in_nobodys_way_and_is_as_wide_as_its_words
    sheet = tabulated.sheets[0]
    scene = SceneBuilder.new(tabulated, sheet.id, @source, shade: :known).scene
    assert_empty Overlaps.new(tabulated, sheet, scene).all.map(&:words)
    found, rows = table(tabulated)
    found.columns.each do |c|
      widest = rows.map { |r| Drafting::Lettering.width(r[c['field']].to_s, found.height) }.max
      assert_operator widest, :<=, c['width'] - 2, c['field']
    end
  end

  def test_it_is_taken_back_and_a_variant_says_its_values
    again = tabulated.apply(Planning::Tabulation.new(tabulated, @source).undone)
    assert_equal said(@drawing), said(again)
    assert_empty(again.tables.select { |t| t.kind == 'variants' })
    shown = Planning::Series.new(tabulated, @source).plain('b')
    assert_includes said(shown), '80 ±0,2'
    assert_empty(shown.tables.select { |t| t.kind == 'variants' })
    assert_equal tabulated, Drawing.from_h(JSON.parse(JSON.generate(tabulated.to_h)))
  end

  def test_what_cannot_be_tabulated_is_told
    plain = TEXT.sub(/^variants:.*?(?=^features)/m, '')
    drawing, source = drawing_of(plain)
    assert_match(/no family/, Planning::Tabulation.new(drawing, source).edit.reason)
    same, from = drawing_of(TEXT)
    assert_match(/no size on it differs/, Planning::Tabulation.new(same, from).edit.reason)
  end
end
