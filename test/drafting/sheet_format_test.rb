# frozen_string_literal: true

require 'test_helper'

class SheetFormatTest < CoreTest
  def format(name) = Drafting::SheetFormat.of(name)

  def test_tv_sht_01_frame_of_a3 = assert_equal([20, 10, 410, 287], format('A3').frame)
  def test_tv_sht_02_frame_of_a4 = assert_equal([20, 10, 200, 287], format('A4').frame)

  def test_tv_sht_03_drawing_space_of_a1
    x0, y0, x1, y1 = format('A1').frame
    assert_equal [811, 574], [x1 - x0, y1 - y0]
  end

  [
    ['04', 'A3', 210, 148.5, 'D5'],
    ['05', 'A3', 209, 149, 'C4'],
    ['06', 'A3', 25, 280, 'A1'],
    ['06b', 'A3', 405, 15, 'F8'],
    ['07', 'A1', 500, 300, 'F10'],
    ['08', 'A0', 1170, 20, 'R24'],
    ['09', 'A4', 30, 280, 'A1'],
    ['09b', 'A4', 190, 20, 'F4'],
    ['10', 'A2', 300, 200, 'E7']
  ].each do |id, name, x, y, zone|
    define_method("test_tv_sht_#{id}_zone") { assert_equal zone, format(name).zone(x, y) }
  end

  def test_fields_per_side_by_the_standards_table
    { 'A0' => [24, 16], 'A1' => [16, 12], 'A2' => [12, 8], 'A3' => [8, 6], 'A4' => [4, 6] }.each do |name, want|
      assert_equal want, [format(name).columns, format(name).rows]
    end
  end

  def test_every_zone_text_stands_in_its_zone
    frame = format('A3').frame
    texts = format('A3').ink.grep(Drafting::Ink::Text)
    assert_equal 2 * (8 + 6), texts.size
    texts
      .select { |t| t.string.match?(/\d/) }
      .each { |t| assert_equal t.string, format('A3').zone(t.x, frame[3] - 1)[1..] }
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

  def of(**spec) = Drafting::SheetFormat.of(spec.transform_keys(&:to_s))

  def test_sht_05_elongated_sizes_are_the_short_side_by_the_long_side_of_a_larger_one
    { 'A3.1' => [841, 297], 'A3.2' => [594, 297], 'A2.1' => [841, 420], 'A1.0' => [1189, 594] }.each do |name, size|
      assert_equal size, [format(name).width, format(name).height], name
    end
  end

  def test_sht_06_two_sheets_side_by_side_make_the_next_size
    %w[A0 A1 A2 A3].each_cons(2) { |large, small| assert_in_delta format(large).height, format(small).width, 1, small }
    %w[A0 A1 A2 A3].each { |n| assert_in_delta Math.sqrt(2), format(n).width / format(n).height, 0.002, n }
  end

  def test_inch_sizes_of_asme_y14_1 # 1.4, mm
    {
      'ANSI A' => [279.4, 215.9],
      'ANSI A portrait' => [215.9, 279.4],
      'ANSI B' => [431.8, 279.4],
      'ANSI C' => [558.8, 431.8],
      'ANSI D' => [863.6, 558.8],
      'ANSI E' => [1117.6, 863.6]
    }.each { |name, size| assert_equal size, [format(name).width, format(name).height], name }
  end

  def test_sht_32_fields_of_asme_sheets
    { 'ANSI C' => [5.5, 4.25], 'ANSI D' => [4.25, 5.5], 'ANSI E' => [5.5, 4.25] }.each do |name, (across, up)|
      inner = ->(axis) { format(name).cuts(axis)[1...-1].each_cons(2).map { |a, b| ((b - a) / 25.4).round(6) }.uniq }
      assert_equal [[across], [up]], [inner[:x], inner[:y]], name
    end
    assert_equal 0, format('ANSI A').columns, 'none on size A'
    assert_nil format('ANSI A').zone(100, 100)
  end

  def test_sht_31_asme_zones_count_from_the_lower_right
    c = format('ANSI C')
    assert_equal 'A1', c.zone(c.width - 30, 30), 'the title block lies in A1'
    assert_equal 'D4', c.zone(30, c.height - 30)
    assert_equal 'A4', c.zone(30, 30)
  end

  def test_iso_first_and_last_columns_by_the_standards_table # 1.3: width of the outer fields inside the frame
    {
      'A0' => [24.5, 34.5, 60.5],
      'A1' => [50.5, 60.5, 37],
      'A2' => [27, 37, 50],
      'A3' => [40, 50, 38.5],
      'A4' => [35, 45, 38.5]
    }.each do |name, (first, last, row)|
      xs = format(name).cuts(:x)
      ys = format(name).cuts(:y)
      assert_equal [first, last, row, row], [xs[1] - xs[0], xs[-1] - xs[-2], ys[1] - ys[0], ys[-1] - ys[-2]], name
    end
  end

  def test_sht_26_the_letters_suffice_and_have_no_i_or_o
    letters = (0...format('A0').rows).map { |i| format('A0').row_letter(i) }
    assert_equal 'R', letters.first, 'counted from the top: the lowest row has the last letter'
    assert_empty letters & %w[I O]
    assert_equal 24, Drafting::SheetFormat::LETTERS.size
  end

  def test_own_counts_of_fields_divide_the_sheet_equally
    own = of(size: 'A3', columns: 6, rows: 4)
    assert_equal [70.0] * 4, own.cuts(:x)[1...-1].each_cons(2).map { |a, b| b - a }
    assert_equal %w[A1 D6], [own.zone(25, 290), own.zone(400, 12)]
  end

  def test_custom_sheets_margins_and_what_is_left_out
    own = of(size: 'custom', width: 500, height: 250.5, margins: [25, 8, 8, 8])
    assert_equal ['500 x 250.5', [25.0, 8.0, 492.0, 242.5]], [own.name, own.frame]
    bare = of(size: 'A3', border: false, zones: false, centring: false)
    assert_empty bare.ink
    assert_equal '#fbf8ef', of(size: 'A3', background: '#fbf8ef').ink.first.tone
    assert_equal 10, of(size: 'A3', zones: true).ink.grep(Drafting::Ink::Text).count { |t| t.string.match?(/[1-5]/) }
  end

  def test_sht_11_trimming_marks_on_the_untrimmed_sheet
    sheet = of(size: 'A3', trimming: true)
    assert_equal [15.0, 16.5], sheet.overhang, 'untrimmed 450 x 330'
    marks = sheet.ink.grep(Drafting::Ink::Fill)
    assert_equal 8, marks.size
    assert(marks.all? { |m| m.points.transpose.map { |v| v.max - v.min }.sort == [5.0, 10.0] })
    assert_includes marks.map(&:points), [[0.0, 0.0], [10.0, 0.0], [10.0, 5.0], [0.0, 5.0]]
    assert_equal [0.0, 0.0], format('A3').overhang
  end

  def test_fold_marks_leave_the_title_block_in_front
    %w[A3 A2 A1 A0].each do |name|
      xs, = of(size: name, folds: true).folds
      assert_in_delta 190, format(name).width - xs.last, 2.5, "#{name}: the last leaf is 190 wide"
      assert(
        ([0.0] + xs + [format(name).width]).each_cons(2).all? { |a, b| b - a <= 210 },
        "#{name}: no leaf is wider than A4"
      )
    end
  end

  def test_formats_that_cannot_be_are_told_in_words
    {
      { 'size' => 'A9' } => /there is no sheet size 'A9'.*ISO 5457/,
      { 'size' => 'custom', 'width' => 20, 'height' => 9000 } => /50 to 5000 mm/,
      { 'size' => 'A3', 'hue' => 1 } => /'hue' is not known/,
      { 'size' => 'A3', 'margins' => [200, 100, 210, 190] } => /leave no drawing space/,
      { 'size' => 'A3', 'columns' => 99 } => /2 to 24/,
      { 'size' => 'A4', 'folds' => true } => /fold marks are for A3, A2, A1, A0/,
      { 'size' => 'ANSI C', 'trimming' => true } => /trimming marks are for/,
      { 'size' => 'A3', 'background' => 'red' } => /not a colour/
    }.each { |spec, words| assert_match words, Drafting::SheetFormat.problems(spec).join }
    assert_empty Drafting::SheetFormat.problems('A3')
  end
end
