# frozen_string_literal: true

require 'test_helper'

# Parameters by expressions, with limits and choices, and variants as rows of them. Volumes in mm3.
class ParametersTest < CoreTest
  PI = Math::PI
  BOX = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}'

  def test_parameters_with_trigonometry_limits_choices_and_switched_features
    text =
      "nockplane: recipe/1\nname: P\nparameters:\n  angle: {value: 30, unit: deg}\n" \
      "  height: {value: 40 * sin(angle), max: 25}\n  shape: {value: round, choices: [round, square]}\nfeatures:\n" \
      "#{BOX.sub('depth: 20', 'depth: height')}\n" \
      "  - {id: k, type: boss, active: \"shape = 'round'\", on: b/end.end, diameter: 10, depth: 4}\n"
    assert_fit 24_000 + (PI * 25 * 4), text
    assert_equal [['b', 'extrude', true, nil], ['k', 'boss', true, "shape = 'round'"]], model(text).features
    assert_fit 24_000, text.sub('value: round', 'value: square'), relative: 1e-12
    assert_faulty 'line 5, parameters.height.value: 34.641 is outside the limits of height: at most 25',
                  text.sub('value: 30', 'value: 60')
    assert_faulty "line 6, parameters.shape.value: 'flat' is not among round, square",
                  text.sub('value: round', 'value: flat')
  end

  def test_variants_are_rows_of_values_and_switches
    text =
      "nockplane: recipe/1\nname: P\nparameters:\n  w: 40\nvariants:\n  small: {w: 20}\n  plain: {k: false}\n" \
      "features:\n#{BOX.sub('width: 40', 'width: w')}\n  - {id: k, type: boss, on: b/end.end, diameter: 10, depth: 4}\n"
    of = ->(name) { Modelling::Recipe.parse(text).variant(name).text }
    assert_fit 12_000 + (PI * 100), of['small']
    assert_fit 24_000, of['plain'], relative: 1e-12
    assert_match(
      /there is no variant 'big'; the table has small, plain/,
      assert_raises(Modelling::RecipeFault) { of['big'] }.message
    )
  end
end
