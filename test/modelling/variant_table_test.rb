# frozen_string_literal: true

require 'test_helper'

# The table of variants as a person edits it: texts in cells, what is wrong told where it is, the recipe's own text
# kept.
class VariantTableTest < CoreTest
  TEXT = <<~RECIPE
    # a ring
    nockplane: recipe/1
    name: Ring
    properties: {number: QI-1, finish: none}
    parameters:
      outside: {value: 40, min: 20, max: 80}
      bore: 20 # bored
      edge: {value: sharp, choices: [sharp, broken]}
    variants:
      # thin ones first
      A: {outside: 30, bore: outside / 2, properties: {number: QI-1-01}}
      "7": {edge: broken, slot: false}
    # what it is made of
    features:
      - {id: ring, type: revolve, axis: z, profile: {kind: stepped, bore: bore, steps: [{name: body, diameter: outside, length: 5}]}}
      - {id: slot, type: pocket, on: ring/end, at: [0, outside / 2 - 2], width: 3, height: 8, depth: 1}
  RECIPE

  def table(text = TEXT) = Modelling::VariantTable.new(Modelling::Recipe.parse(text))
  def problems(headers, *lines) = table.read(headers, lines)[1].map { |p| [p.row, p.column, p.words] }

  def test_cells_are_texts_and_empty_ones_are_as_in_the_model
    assert_equal %w[variant number name outside bore edge slot], table.headers
    assert_equal [['A', 'QI-1-01', '', '30', 'outside / 2', '', ''], ['7', '', '', '', '', 'broken', 'off']],
                 table.cells
    assert_equal %w[40 20 sharp on QI-1 Ring], %w[outside bore edge slot number name].map { |h| table.base(h) }
    assert_includes table.addable, ['property finish', 'property']
  end

  def test_what_is_read_is_what_was_shown_and_goes_back_into_the_text
    rows, wrong = table.read(table.headers, table.cells)
    assert_empty wrong
    assert_equal table.recipe.variants, rows
    again = table.with(rows)
    assert_equal table.recipe.variants, again.variants
    assert_includes again.text, '# thin ones first'
    assert_includes again.text, "# what it is made of\nfeatures:"
    assert_includes again.text, 'bore: 20 # bored'
    more = table.with(rows.merge('B x 2' => { 'outside' => 50, 'properties' => { 'finish' => 'black, matt' } }))
    assert_equal 'black, matt', Modelling::Recipe.parse(more.text).variants['B x 2'].dig('properties', 'finish')
    assert_in_delta 50, model(more.variant('B x 2').text).solid.box[3] * 2, 1e-6
  end

  def test_a_recipe_without_a_table_gets_one_and_one_without_rows_loses_it
    bare = table.with({})
    assert_empty bare.variants
    refute_match(/^variants:/, bare.text)
    one = Modelling::VariantTable.new(bare).with('C' => { 'outside' => 60 })
    assert_equal({ 'C' => { 'outside' => 60 } }, one.variants)
    assert_operator one.text.index('variants:'), :<, one.text.index('features:')
    last = TEXT.sub(/^variants:.*?(?=^# what)/m, '') + "variants:\n  Z: {outside: 25}\n"
    assert_equal({ 'Y' => {} }, table(last).with('Y' => {}).variants)
  end

  def test_numbers_with_comma_switches_and_expressions_are_understood
    rows, wrong = table.read(%w[variant outside bore slot], [['x', '30,5', 'outside - 12', 'Off'], %w[y 44. .5 x]])
    assert_empty wrong
    assert_equal [
      { 'outside' => 30.5, 'bore' => 'outside - 12', 'slot' => false },
      { 'outside' => 44, 'bore' => 0.5, 'slot' => true }
    ],
                 rows.values
  end

  def test_everything_wrong_is_told_at_its_cell
    found =
      problems(
        %w[variant number outside edge slot lenght],
        %w[A Q 12mm round perhaps 1],
        ['A', 'Q', '90', '', '', ''],
        ['', '', 'tall + 1', '', '', '']
      )
    assert_includes found, [nil, 5, "'lenght' is no size, feature or property of Ring, or write 'property lenght'"]
    assert_includes found.map { |r, c, _| [r, c] }, [0, 2], '12mm is not half a number'
    assert_includes found, [0, 3, 'edge is one of sharp, broken']
    assert_includes found, [0, 4, "slot is on or off (found 'perhaps')"]
    assert_includes found, [1, 0, 'A is the name of row 1, too']
    assert_includes found, [1, 1, 'Q is the number of row 1, too']
    assert_includes found, [1, 2, 'outside is at most 80']
    assert_includes found, [2, 0, 'the variant has no name']
    assert(found.any? { |r, c, words| [r, c] == [2, 2] && words.include?("unknown name 'tall'") })
    assert_equal ["there is no column 'variant' with what each row is called"],
                 problems(%w[outside], ['30']).map(&:last)
  end

  def test_a_hundred_thousand_rows_are_refused_at_once
    rows, wrong = table.read(%w[variant outside], Array.new(100_000) { |i| [i.to_s, '30'] })
    assert_empty rows
    assert_equal ['100000 rows; a table has at most 500'], wrong.map(&:words)
  end
end
