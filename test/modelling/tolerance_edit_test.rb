# frozen_string_literal: true

require 'test_helper'

# Tolerances and fits typed for sizes: in the recipe's text, by ISO 286 and as limits. mm.
class ToleranceEditTest < CoreTest
  RECIPE = <<~R
    nockplane: recipe/1
    name: Part
    parameters:
      length: {value: 100, tolerance: "±0.2", note: outer}
      bore: {fit: H7, value: 12}
      thick: 6 # as rolled
      wide:
        value: 40
        tolerance: "+0.1/0"
        note: over all
    features:
      - {id: plate, type: extrude, profile: {kind: rectangle, width: length, height: wide}, depth: thick}
      - {id: hole, type: hole, on: plate/end.end, diameter: bore, through: true}
  R

  def with(name, text) = Modelling::Recipe.parse(RECIPE).with_tolerance(name, text)

  def test_each_manner_of_writing_is_changed_and_the_rest_of_the_text_stays
    {
      %w[length +0.1/-0.2] => 'length: {value: 100, tolerance: +0.1/-0.2, note: outer}',
      %w[length h9] => 'length: {value: 100, fit: h9, note: outer}',
      ['length', ''] => 'length: {value: 100, note: outer}',
      %w[bore ±0.05] => 'bore: {value: 12, tolerance: "±0.05"}',
      %w[thick ±0.1] => 'thick: {value: 6, tolerance: "±0.1"} # as rolled',
      ['thick', nil] => 'thick: 6 # as rolled'
    }.each do |(name, text), line|
      after = with(name, text)
      assert_equal line.tr('"', ''), after.text.lines.grep(/\A\s+#{name}:/)[0].strip.tr('"', ''), [name, text]
      assert_equal [Tolerancing::Tolerance.parse(text.to_s)&.to_s], [after.parameter(name).tolerance]
      assert_equal RECIPE.lines.size, after.text.lines.size
    end
    block = with('wide', 'js9')
    assert_equal 'js9', block.parameter('wide').tolerance
    assert_includes block.text, 'note: over all'
    refute_includes block.text, '+0.1/0'
    assert_nil with('wide', '').parameter('wide').tolerance
  end

  def test_a_tolerance_that_can_not_be_read_names_its_line
    fault = assert_raises(Modelling::RecipeFault) { with('length', '0.1/0.2') }
    assert_match(/line 4.*upper deviation 0.1 is below the lower one 0.2; write the larger first/, fault.message)
  end

  def test_a_name_that_is_not_there_is_told
    fault = assert_raises(Modelling::RecipeFault) { with('width', '±0.1') }
    assert_match(/there is no parameter 'width'; the recipe has length, bore, thick, wide/, fault.message)
  end

  def test_limits_and_fits_of_a_size
    read = ->(text, size) { Tolerancing::Tolerance.read(text, size)&.to_s }
    assert_equal '+0.05/-0.1', read['12.05/11.9', 12.0]
    assert_equal '+0.05/-0.1', read['11,90/12,05', 12.0]
    assert_equal '+0.2/+0.1', read['0.2/0.1', 12.0], 'small numbers are deviations'
    assert_nil read['', 12.0]
    assert_raises(Tolerancing::Iso286::OutOfTables) { read['H7', 600.0] }
    assert_raises(Tolerancing::UnreadableTolerance) { read['Q7', 12.0] }
  end

  # standards.md 16.1: limits of 25 H7 are 25.021 / 25.000, of 25 g6 24.993 / 24.980.
  def test_fits_offered_carry_their_deviations
    found = Tolerancing::Fits.at(25.0).to_h { |code, *pair| [code, pair] }
    assert_equal [0.021, 0.0], found['H7']
    assert_equal [-0.007, -0.02], found['g6']
    assert(Tolerancing::Fits.at(25.0, holes: true).all? { |code, *| code.match?(/\A[A-Z]/) })
    assert_empty Tolerancing::Fits.at(600.0)
    assert_equal '+0.021 / 0', Tolerancing::Fits.words(0.021, 0.0)
  end
end
