# frozen_string_literal: true

require 'app_helper'

# Tables as spreadsheets write them: separators, marks at the beginning, quotes, empty lines.
class TableFileTest < AppTest
  def read(text) = App::TableFile.read(text.b)

  def test_commas_semicolons_and_tabs_between
    [',', ';', "\t"].each do |s|
      assert_equal [%w[variant length], [%w[a 3], %w[b 4]]], read("variant#{s}length\na#{s}3\nb#{s}4\n"), s.inspect
    end
  end

  def test_decimal_commas_stand_in_tables_with_semicolons_and_in_quotes
    assert_equal [%w[a 2,5]], read("variant;length\na;2,5\n")[1]
    assert_equal [%w[a 2,5]], read("variant,length\na,\"2,5\"\n")[1]
  end

  def test_a_byte_order_mark_and_other_line_ends_are_no_text
    assert_equal [%w[variant], [%w[ä]]], read("\uFEFFvariant\r\nä\r\n")
  end

  def test_empty_lines_are_left_out_and_short_ones_stay_short
    headers, rows = read("variant,length,width\na,3\n,,\n\nb,,7\n")
    assert_equal 3, headers.size
    assert_equal [%w[a 3], ['b', '', '7']], rows
  end

  def test_a_text_that_was_kept_from_being_worked_out_is_the_text_again
    assert_equal [%w[a =1+1]], read("variant,name\na,'=1+1\n")[1]
  end

  def test_what_is_no_table_is_told_in_words
    {
      '' => /is empty/,
      "a,\"b\n" => /no comma-separated text/,
      "a\0b" => /no text in UTF-8/,
      "variant\n#{"x\n" * 2001}" => /has 2001 rows/,
      'x' * 2_000_001 => /more than 2 MB/
    }.each { |text, words| assert_match words, assert_raises(App::Refused) { read(text) }.message }
  end
end
