# frozen_string_literal: true

require 'test_helper'

# Recipes as rows of one another's table, and sizes of a variant put back into its row.
class GatheringTest < CoreTest
  BASE = <<~RECIPE
    nockplane: recipe/1
    name: Ring
    properties: {number: QI-1, material: C45}
    parameters:
      outside: {value: 40, tolerance: "±0.1"}
      bore: {value: outside / 2}
      edge: {value: sharp, choices: [sharp, broken]}
    variants:
      wide: {outside: 60}
    features:
      - {id: ring, type: revolve, axis: z, profile: {kind: stepped, bore: bore, steps: [{name: body, diameter: outside, length: 5}]}}
      - {id: slot, type: pocket, on: ring/end, at: [0, 16], width: 3, height: 4, depth: 1}
  RECIPE

  def recipe_of(text) = Modelling::Recipe.parse(text)
  def gathered(text) = Modelling::Gathering.of(recipe_of(BASE), recipe_of(text))

  def test_values_switches_and_properties_become_a_row_that_makes_the_same_part
    other = BASE.sub('name: Ring', 'name: Small ring').sub('value: 40', 'value: 30').sub('C45', 'C60')
    other = other.sub('value: sharp', 'value: broken').sub('id: slot,', 'id: slot, active: false,').sub('QI-1', 'QI-2')
    row = gathered(other).row
    assert_equal({ 'outside' => 30, 'edge' => 'broken', 'slot' => false }, row.except('properties'))
    assert_equal({ 'number' => 'QI-2', 'material' => 'C60', 'name' => 'Small ring' }, row['properties'])
    table = Modelling::VariantTable.new(recipe_of(BASE)).with(recipe_of(BASE).variants.merge('small' => row))
    made, own = [table.variant('small').text, recipe_of(other.sub(/^variants:\n.*\n/, '')).text].map { |t| model(t) }
    assert_equal own.solid.box, made.solid.box
    assert_equal own.name, made.name
    assert_equal own.properties, made.properties
  end

  def test_what_differs_otherwise_is_told
    {
      BASE.sub('length: 5', 'length: 6') => 'the feature ring is made otherwise',
      BASE.sub("  bore: {value: outside / 2}\n", '').sub('bore: bore', 'bore: 20') =>
        'bore is a size of one of them only',
      BASE.sub(/  - \{id: slot.*\n/, '') => 'their features are others',
      BASE.sub('±0.1', '±0.2') => 'outside has another unit, tolerance or limit'
    }.each { |text, words| assert_equal [nil, words], gathered(text).to_a }
  end

  def test_a_size_of_a_variant_goes_into_its_row_and_a_tolerance_into_the_recipe
    base = recipe_of(BASE)
    changed = base.variant('wide').with_sizes('outside' => 64).with_tolerance('outside', '±0.3').text
    found = recipe_of(Modelling::Variants.resized(base, 'wide', changed))
    assert_equal [64, 40, '±0.3'],
                 [
                   found.variants['wide']['outside'],
                   found.parameter('outside').given,
                   found.parameter('outside').tolerance
                 ]
    nameless = base.variant('wide').text.sub('depth: 1', 'depth: 2')
    fault = assert_raises(Modelling::RecipeFault) { Modelling::Variants.resized(base, 'wide', nameless) }
    assert_includes fault.message, 'this size has no name in the recipe, so all variants share it'
  end
end
