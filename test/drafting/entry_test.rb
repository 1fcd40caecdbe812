# frozen_string_literal: true

require 'test_helper'

# Numbers as people type them, and words in lines.
class EntryTest < CoreTest
  E = Drafting::Entry
  MM = Drafting::Standard.new
  INCH = Drafting::Standard.new('units' => 'inch')

  def test_sizes_with_point_comma_unit_and_sign
    {
      '160,5' => 160.5,
      '160.5' => 160.5,
      '151 mm' => 151,
      '15,1cm' => 151,
      '1.5 in' => 38.1,
      '1"' => 25.4,
      '⌀12' => 12,
      'R 3,5' => 3.5,
      '4× 8' => 8,
      '1 3/8 in' => 34.925,
      '-2' => -2,
      ' 7 ' => 7
    }.each { |text, mm| assert_in_delta mm, E.size(text, 'linear', MM), 1e-9, text }
    assert_kind_of Integer, E.size('151 mm', 'linear', MM), 'whole sizes stay whole in the recipe'
  end

  def test_a_bare_number_is_in_the_unit_of_the_drawing
    assert_in_delta 34.925, E.size('1 3/8', 'linear', INCH), 1e-9
    assert_in_delta 12.7, E.size('.5', 'linear', INCH), 1e-9
    assert_in_delta 12.0, E.size('12 mm', 'linear', INCH), 1e-9
    assert_in_delta 30.0, E.size('30°', 'angle', INCH), 1e-9
  end

  def test_what_is_no_size
    ['', 'wide', '12 furlongs', '1/0', '1.2.3', '1e9', '12,5,3', '--3'].each do |text|
      assert_nil E.size(text, 'linear', MM), text
    end
    assert_equal '“wide” is no size; write a number such as 24,5 or 151 mm.', E.fault('wide', MM)
  end

  def test_scales_with_comma_and_point
    assert_equal [0.4, 0.4, 2.5, nil, nil],
                 ['1:2,5', '1:2.5', '2,5 : 1', '1:0', '2'].map { |t| Drafting::Scale.parse(t) }
    assert_equal ['1:2,5', '1:2.5'], [Drafting::Scale.text(0.4, ','), Drafting::Scale.text(0.4)]
  end

  def test_lines_are_broken_between_words_and_no_letter_is_lost
    text = 'All sharp edges broken 0,3 unless stated otherwise, Undimensionedradiiaccordingtothegeneraltolerance'
    [20.0, 35.0, 60.0, 500.0].each do |room|
      lines = Drafting::Lettering.wrap(text, 3.5, room)
      lines.each { |l| assert_operator Drafting::Lettering.width(l, 3.5), :<=, room + 1e-9, l }
      assert_equal text.delete(' '), lines.join.delete(' ')
    end
    assert_equal [''], Drafting::Lettering.wrap('', 3.5, 30.0)
    assert_equal 5, Drafting::Lettering.wrap('MMMMM', 5.0, 0.1).size, 'a letter is never cut'
  end
end
