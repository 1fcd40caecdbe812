# frozen_string_literal: true

require 'app_helper'

# Tolerances and fits changed from the sheet and in the model's table. The Lid: length 100 ±0.2, thick 6, seat ⌀16 whose
# diameter has no name in the recipe. mm.
class TolerancesTest < AppTest
  def id_of(dimension) = drawn.reload.value.dimensions.find { |d| d.dimension == dimension }.id
  def words(dimension) = drawn.reload.value.dimension(id_of(dimension)).snapshot.words(drawn.value.standard).to_s

  def type(dimension, value, tolerance = nil, **more)
    given = { value: value, **(tolerance.nil? ? {} : { tolerance: tolerance }), **more }
    post_json("/drawings/#{drawn.slug}/dimensions/#{id_of(dimension)}/value", given)
  end

  # Several sizes at once, as the form of a callout sends them.
  def change(dimension, **sizes) = post_json("/drawings/#{drawn.slug}/dimensions/#{id_of(dimension)}/value", sizes)

  def test_the_sizes_of_a_callout_are_changed_in_one_step_and_taken_back_in_both
    before = words('seat.callout')
    answer = change('seat.callout', sizes: { 'seat.diameter' => '17', 'seat.depth' => '2,5' })
    assert_nil answer['error']
    assert_equal '⌀17 ↧2,5', words('seat.callout')
    assert_equal 2, lid.reload.revisions.count
    assert_match(/diameter of seat: ⌀16 → ⌀17; depth of seat: /, lid.latest.note)
    post_json("/drawings/#{drawn.slug}/undo", { model: 'with' })
    assert_equal before, words('seat.callout')
    assert_match(/no size of what is shown/, change('seat.callout', sizes: { 'plate.depth' => '7' })['error'])
  end

  def test_an_expression_is_typed_after_its_sign
    change('plate.depth', sizes: { 'plate.depth' => '= length / 20' })
    assert_equal '5', words('plate.depth')
    assert_match(%r{thick: \{?(value: )?length / 20}, lid.reload.latest.recipe)
    assert_match(/is no expression/, change('plate.depth', sizes: { 'plate.depth' => '= `ls`' })['error'])
    assert_match(/can't be built/, change('plate.depth', sizes: { 'plate.depth' => '= nothing / 2' })['error'])
  end

  def test_a_tolerance_typed_on_the_sheet_is_kept_in_the_model_and_taken_back_in_both
    assert_equal '100 ±0,2', words('plate.profile.width')
    type('plate.profile.width', '100', '+0.1/-0.3')
    assert_equal '100 +0,1/-0,3', words('plate.profile.width')
    assert_match(/length: \{value: 100, tolerance: "?\+0.1\/-0.3"?\}/, lid.reload.latest.recipe)
    post_json("/drawings/#{drawn.slug}/undo", { model: 'with' })
    assert_equal '100 ±0,2', words('plate.profile.width')
    assert_match(/tolerance: "±0.2"/, lid.reload.latest.recipe)
    post_json("/drawings/#{drawn.slug}/redo", { model: 'with' })
    assert_equal '100 +0,1/-0,3', words('plate.profile.width')
  end

  def test_a_fit_with_a_new_size_in_one_step
    type('plate.depth', '8', 'h9')
    assert_equal '8 h9', words('plate.depth')
    assert_match(/thick: \{value: 8, fit: h9\}/, lid.reload.latest.recipe)
    assert_match(/6 → 8 h9/, lid.latest.note)
  end

  def test_bad_tolerances_are_refused_in_words_and_nothing_is_kept
    {
      %w[plate.depth 6 Q7] => /Tolerance 'Q7' can't be read; write ±0.1/,
      %w[plate.depth 6 0.1/0.2] => /Upper deviation 0.1 is below the lower one 0.2/,
      %w[plate.profile.width 600 H7] => /outside the tables of ISO 286/,
      ['plate.depth', '6', 'x' * 10_000] => /at most 40 characters/,
    }.each { |given, words| assert_match words, type(*given)['error'].to_s }
    refused = change('seat.callout', fits: { 'seat.diameter' => 'H7' })['error']
    assert_match(/no name in the recipe/, refused)
    assert_equal 1, lid.reload.revisions.count
  end

  def effects(dimension, **given)
    get "/drawings/#{drawn.slug}/dimensions/#{id_of(dimension)}/effects?#{URI.encode_www_form(given)}", {},
'HTTP_ACCEPT' => 'application/json'
    JSON.parse(last_response.body)
  end

  # The height is half the length.
  def test_what_else_moves_is_told_before_it_is_kept
    other = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: 'QI-9')
    found = effects('plate.profile.width', value: '120', tolerance: '±0.2')
    assert_equal [['height of plate', '50', '60']], found['moved']
    assert_equal [other.number], found['drawings']
    assert_empty effects('plate.depth', value: '7')['moved']
    assert_match(/is no size/, effects('plate.depth', value: 'seven')['error'])
    assert_equal 1, lid.reload.revisions.count
  end

  def test_a_size_that_was_looked_at_before_is_kept_with_its_lines_drawn
    size = id_of('plate.profile.width')
    path = "/drawings/#{drawn.slug}/dimensions/#{size}"
    get "#{path}/ahead?#{URI.encode_www_form(value: '120', sheet: 's1')}", {}, 'HTTP_ACCEPT' => 'application/json'
    assert_equal 1, lid.reload.revisions.count
    App::Heavy.stub(:lines, ->(*) { flunk 'they are drawn again' }) do
      post_json("#{path}/value", { value: '120', sheet: 's1' })
    end
    assert_equal 2, lid.reload.revisions.count
    assert_predicate App::Paper.new(drawn.reload), :drawn?
  end

  def test_the_models_table_takes_tolerances_fits_and_limits
    page = get("/models/#{lid.slug}").body
    assert_includes page, 'name="tolerance:length"'
    assert_match(%r{<option value="h9">0 / -0.087</option>}, page, 'of 100 mm')
    tried = post_json("/models/#{lid.slug}/try", { fits: { length: '100.1/99.9', thick: 'h9' } })
    assert_includes tried['text'], 'tolerance: "±0.1"'
    assert_includes tried['text'], 'thick: {value: 6, fit: h9}'
    assert_equal [['length', '100 ±0.2', '100 ±0.1'], ['thick', '6', '6 h9']],
                 tried['changed'].map { |c| c.values_at('name', 'old', 'new') }
    assert_match(
      /Tolerance 'z99' can't be read/,
      post_json("/models/#{lid.slug}/try", { fits: { thick: 'z99' } })['error']
    )
  end
end
