# frozen_string_literal: true

require 'test_helper'

class SheetFormatTest < CoreTest
  def format(name) = Drafting::SheetFormat.named(name)

  def test_tv_sht_01_frame_of_a3 = assert_equal([20, 10, 410, 287], format('A3').frame)
  def test_tv_sht_02_frame_of_a4 = assert_equal([20, 10, 200, 287], format('A4').frame)

  def test_tv_sht_03_drawing_space_of_a1
    x0, y0, x1, y1 = format('A1').frame
    assert_equal [811, 574], [x1 - x0, y1 - y0]
  end

  [['04', 'A3', 210, 148.5, 'D5'], ['05', 'A3', 209, 149, 'C4'], ['06', 'A3', 25, 280, 'A1'], ['06b', 'A3', 405, 15, 'F8'], ['07', 'A1', 500, 300, 'F10'],
   ['08', 'A0', 1170, 20, 'R24'], ['09', 'A4', 30, 280, 'A1'], ['09b', 'A4', 190, 20, 'F4'], ['10', 'A2', 300, 200, 'E7']].each do |id, name, x, y, zone|
    define_method("test_tv_sht_#{id}_zone") { assert_equal zone, format(name).zone(x, y) }
  end

  def test_fields_per_side_by_the_standards_table
    { 'A0' => [24, 16], 'A1' => [16, 12], 'A2' => [12, 8], 'A3' => [8, 6], 'A4' => [4, 6] }.each { |name, want| assert_equal want, [format(name).columns, format(name).rows] }
  end

  def test_every_zone_text_stands_in_its_zone
    frame = format('A3').frame
    texts = format('A3').ink.grep(Drafting::Ink::Text)
    assert_equal 2 * (8 + 6), texts.size
    texts.select { |t| t.string.match?(/\d/) }.each { |t| assert_equal t.string, format('A3').zone(t.x, frame[3] - 1)[1..] }
    texts.reject { |t| t.string.match?(/\d/) }.each { |t| assert_equal t.string, format('A3').zone(30, t.y + 1.75)[0] }
  end

  def test_a4_has_zones_only_at_the_top_and_right # SHT-22
    assert_equal 4 + 6, format('A4').ink.grep(Drafting::Ink::Text).size
  end

  def test_centring_marks_reach_10_into_the_drawing_space # SHT-10
    marks = format('A3').ink.grep(Drafting::Ink::Line).select { |l| l.width == 0.7 && !l.closed }
    assert_equal 4, marks.size
    assert_includes marks.map(&:points), [[210.0, 292.0], [210.0, 277.0]]
  end
end
