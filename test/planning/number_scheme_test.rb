# frozen_string_literal: true

require 'test_helper'

# Numbers by a scheme: fields, running numbers, what is taken.
class NumberSchemeTest < Minitest::Test
  S = Nockplane::Planning::NumberScheme

  def number(pattern, values = {}, taken: []) = S.new(pattern).number(values) { |n| taken.include?(n) }

  def test_fields_and_running_numbers
    assert_equal 'QI-0007', number('QI-{next 4}', taken: (1..6).map { |n| format('QI-%04d', n) })
    assert_equal 'QI-2107-D', number('{part}-D', { 'part' => 'QI-2107' })
    assert_equal 'QI-2107-D-3', number('{part}-D', { 'part' => 'QI-2107' }, taken: %w[QI-2107-D QI-2107-D-2])
    assert_equal 'QI-2130-02', number('{family}-{next 2}', { 'family' => 'QI-2130' }, taken: ['QI-2130-01'])
    assert_equal '1000', number('{next 3}', taken: (1..999).map { |n| format('%03d', n) }), 'wider when it must be'
  end

  def test_a_field_without_a_value_leaves_no_gap
    assert_equal 'QI-2107-D', number('{part}-{variant}-D', { 'part' => 'QI-2107', 'variant' => '' })
    assert_equal 'D', number('{part}-D')
  end

  def test_what_cannot_be_read_is_told
    {
      '' => /needs some text/,
      '{colour}' => /\{colour\} means nothing; use \{part\}/,
      'A{next}{next 2}' => /counts once only/,
      'A{next 9}' => /at most 8 digits/,
      'A{next' => /a brace is open/,
      'x' * 61 => /at most 60 characters/
    }.each { |pattern, words| assert_match words, assert_raises(S::Unreadable) { S.new(pattern) }.message }
  end
end
