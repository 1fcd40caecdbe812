# frozen_string_literal: true

require 'test_helper'

# Composite frames (FCF-12) as they are written, checked and drawn.
class CompositeFrameTest < CoreTest
  F = Tolerancing::Frame
  WORDS = '⌖|⌀0.5|A|B|C//⌖|⌀0.1|A|B'

  def rules(words) = Tolerancing::FrameRules.check(F.parse(words)).map(&:rule)

  def test_both_rows_are_read_and_written
    frame = F.parse(WORDS)
    assert_equal [0.5, 0.1], [frame.value, frame.lower.value]
    assert_equal WORDS, frame.to_s
    assert_nil F.parse("#{WORDS}//⌖|⌀0.05|A"), 'no three rows'
    assert_nil F.parse('⌖|⌀0.5|A//rubbish')
  end

  def test_tv_fcf_09
    assert_empty rules(WORDS)
    assert_includes rules('⌖|⌀0.5|A|B|C//⌖|⌀0.6|A'), 'FCF-12'
    assert_includes rules('⌖|⌀0.5|A|B|C//⌖|⌀0.1|B|A'), 'FCF-12'
    assert_includes rules('⏊|0.5|A//⏊|0.1|A'), 'FCF-12'
  end

  def test_the_symbol_stands_once_in_the_middle_of_both_rows
    standard = Drafting::Standard.new('name' => 'ISO')
    rows = WORDS.split(F::ROWS).map { |r| r.split('|') }
    ink = Drafting::FrameInk.new(standard, layer: 'dimension').ink([10.0, 100.0], true, rows)
    texts = ink.grep(Drafting::Ink::Text)
    symbols = texts.select { |t| t.string == '⌖' }
    assert_equal 1, symbols.size
    h = 2 * standard.text_height
    assert_in_delta 100.0 + (h / 2) - h, symbols[0].y + (standard.text_height / 2), 1e-6
    closed = ink.grep(Drafting::Ink::Line).select(&:closed).map { |l| Drafting::Ink.box(l) }
    assert_in_delta 2 * h, closed.map { |b| b[3] }.max - closed.map { |b| b[1] }.min, 1e-6
    assert_equal %w[A A B B C],
                 (texts.map(&:string) & %w[A B C]).flat_map { |l| [l] * texts.count { |t| t.string == l } }
  end

  def test_a_single_row_has_one_outline
    ink =
      Drafting::FrameInk.new(Drafting::Standard.new('name' => 'ISO'), layer: 'dimension').ink(
        [0.0, 0.0],
        false,
        [%w[⏊ 0.1 A]]
      )
    assert_equal 1, ink.grep(Drafting::Ink::Line).count(&:closed)
    assert_equal 2, ink.grep(Drafting::Ink::Line).reject(&:closed).size
    assert_operator Drafting::Ink.box(ink[1])[2], :<=, 1e-9, 'to the left of where the leader ends'
  end
end
