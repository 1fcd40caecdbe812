# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# Figures of bends: the vectors of standards.md 16.7 (mm, degrees).
class BendingTest < CoreTest
  include SheetMetalHelper

  # angle, radius, thickness, k => allowance, outside setback, deduction
  VECTORS = {
    'TV-SM-01' => [[90, 3, 2, 0.44], 6.0947, 5.0, 3.9053],
    'TV-SM-02' => [[90, 1.5, 1.5, 0.42], 3.3458, 3.0, 2.6542],
    'TV-SM-03' => [[90, 1, 1, 0.33], 2.0892, 2.0, 1.9108],
    'TV-SM-04' => [[90, 3, 2, 0.5], 6.2832, 5.0, 3.7168],
    'TV-SM-05' => [[45, 3, 2, 0.44], 3.0473, 2.0711, 1.0948],
    'TV-SM-06' => [[30, 2, 1, 0.4], 1.2566, 0.8038, 0.3511],
    'TV-SM-09' => [[90, 5, 5, 1 / 3r], 10.4720, 10.0, 9.5280],
    'TV-SM-10' => [[90, 0.5, 1, 0.33], 1.3038, 1.5, 1.6962]
  }.freeze

  def test_tv_sm_allowance_setback_and_deduction
    VECTORS.each do |id, ((angle, radius, thickness, k), allowance, setback, deduction)|
      found = SM::Bending.allowance(angle, radius, thickness, k.to_f)
      assert_in_delta allowance, found, 5e-5, id
      assert_in_delta setback, SM::Bending.outside_setback(angle, radius, thickness), 5e-5, id
      assert_in_delta deduction, SM::Bending.deduction(angle, radius, thickness, found), 1e-4, id
    end
  end

  def test_tv_sm_07_and_08_over_ninety_degrees_by_the_apex
    [
      [[120, 3, 2, 0.44], 8.1263, 8.6603, 9.1943],
      [[135, 4, 3, 0.45], 12.6056, 16.8995, 21.1933]
    ].each do |given, *wanted|
      angle, radius, thickness, k = given
      allowance = SM::Bending.allowance(angle, radius, thickness, k)
      setback = SM::Bending.outside_setback(angle, radius, thickness)
      wanted.zip([allowance, setback, (2 * setback) - allowance]).each { |w, f| assert_in_delta w, f, 1e-4 }
    end
  end

  def test_tv_sm_27_the_factor_of_a_trial_bend
    assert_in_delta 0.44, SM::Bending.k(6.0947, 90, 3, 2), 1e-4
  end

  def test_sm_14_over_ninety_degrees_legs_end_at_the_tangent
    assert_in_delta (2 * 5.0) - 8.1263, SM::Bending.deduction(120, 3, 2, 8.1263), 1e-9
  end

  def test_a_rule_in_words
    assert_in_delta 6.0947, SM::BendRule.parse('K 0.44').allowance(90, 3, 2), 5e-5
    assert_equal 'K 0.42', SM::BendRule.parse('0.42').to_s
    table = SM::BendRule.parse('90: 6.1, 45: 3.0, 135: 9.2')
    assert_in_delta 6.1, table.allowance(90, 3, 2), 1e-12
    assert_in_delta 4.55, table.allowance(67.5, 1, 1), 1e-12, 'between its rows in proportion'
    assert_in_delta 1.0, table.allowance(15, 1, 1), 1e-12, 'nothing at no angle'
    assert_nil SM::BendRule.parse(' ')
    error = assert_raises(SM::Refused) { table.allowance(150, 1, 1) }
    assert_match(/ends at 135°; a bend of 150° needs a row/, error.message)
  end

  def test_rules_that_make_no_sense
    {
      'K 1.4' => /from 0 .* to 1/,
      'soft' => /write K 0.44/,
      '90: 6, 90: 7' => /stands twice/,
      '200: 3' => /angles from 0.1 to 180/
    }.each { |words, why| assert_match why, assert_raises(SM::Refused) { SM::BendRule.parse(words) }.message }
  end
end
