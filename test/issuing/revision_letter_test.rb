# frozen_string_literal: true

require 'test_helper'

# Revision letters by ASME Y14.35 (standards.md 15.1, vectors 16.8).
class RevisionLetterTest < CoreTest
  L = Nockplane::Issuing::RevisionLetter
  VECTORS = {
    1 => 'A',
    8 => 'H',
    9 => 'J',
    14 => 'P',
    15 => 'R',
    16 => 'T',
    20 => 'Y',
    21 => 'AA',
    40 => 'AY',
    41 => 'BA',
    60 => 'BY',
    420 => 'YY'
  }.freeze

  def test_rev_01_02_the_count_in_letters
    VECTORS.each do |number, letters|
      assert_equal letters, L.of(number)
      assert_equal number, L.number(letters)
    end
    (1..L::MOST).each { |n| assert_equal n, L.number(L.of(n)) }
    assert_equal 420, (1..420).map { |n| L.of(n) }.uniq.size
  end

  def test_rev_01_what_is_no_letter
    %w[I O Q S X Z AI ABC a 1]
      .push('', '-')
      .each do |text|
        refute L.valid?(text), text
        assert_raises(ArgumentError, text) { L.number(text) }
      end
    assert_raises(ArgumentError) { L.of(421) }
    assert_raises(ArgumentError) { L.of(0) }
  end

  def test_what_comes_next
    {
      'H' => 'J',
      'P' => 'R',
      'R' => 'T',
      'W' => 'Y',
      'Y' => 'AA',
      'AY' => 'BA',
      '-' => 'A',
      '01' => '02',
      '9' => '10',
      'x1' => 'A'
    }.each { |before, after| assert_equal after, L.after(before) }
    assert_raises(ArgumentError) { L.after('YY') }
  end
end
