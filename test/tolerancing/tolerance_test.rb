# frozen_string_literal: true

require 'test_helper'

class ToleranceTest < CoreTest
  def parse(text) = Tolerancing::Tolerance.parse(text)

  def test_reads_what_it_writes
    %w[±0.1 +0.2/-0.1 0/-0.05 +0.1/0 H7 js6].each { |t| assert_equal t, parse(t).to_s }
  end

  def test_comma_and_symmetric_pair
    assert_equal [0.05, -0.05], parse('±0,05').deviations(10)
    assert_equal '±0.3', parse('+0.3/-0.3').to_s
  end

  def test_fit_deviations_come_from_the_size = assert_equal([0.018, 0.0], parse('H7').deviations(12))
  def test_empty_is_none = assert_nil(parse(' '))

  def test_wrong_way_round
    e = assert_raises(Tolerancing::UnreadableTolerance) { parse('-0.2/+0.1') }
    assert_equal 'upper deviation -0.2 is below the lower one 0.1; write the larger first', e.message
  end

  def test_exact_has_no_deviations_and_reads_back
    exact = Tolerancing::Tolerance.parse('exact')
    assert_equal [true, [0.0, 0.0], 'exact'], [exact.exact?, exact.deviations(20), exact.to_s]
    refute Tolerancing::Tolerance.parse('±0.1').exact?
  end
end
