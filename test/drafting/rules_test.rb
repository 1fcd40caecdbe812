# frozen_string_literal: true

require 'test_helper'

# Line types, scales, lettering and texts of sizes by the worked examples of standards.md 16.4 and 16.5.
class RulesTest < CoreTest
  def test_tv_lin_01_dashed
    assert_equal 13, Drafting::LineType.patterns('02', 50, 0.25)
    [2.875, 0.75].zip(Drafting::LineType.dash('02', 50, 0.25)).each { |want, got| assert_in_delta want, got, 1e-9 }
  end

  def test_tv_lin_02_and_03_chain_lines
    assert_equal 6, Drafting::LineType.patterns('04', 50, 0.25)
    assert_in_delta 5.75, Drafting::LineType.dash('04', 50, 0.25)[0], 1e-9
    assert_equal 11, Drafting::LineType.patterns('05', 100, 0.25)
    assert_in_delta 6.0417, Drafting::LineType.dash('05', 100, 0.25)[0], 5e-5
  end

  def test_tv_lin_04_short_chain_lines_are_continuous
    assert_nil Drafting::LineType.dash('04', 13.6, 0.25)
    refute_nil Drafting::LineType.dash('04', 13.7, 0.25)
  end

  def test_every_dashed_line_ends_on_a_full_mark
    (10..90).step(7) do |length|
      mark, gap = Drafting::LineType.dash('02', length, 0.25)
      assert_in_delta 0, ((length - mark) / (mark + gap)).then { |n| n - n.round }, 1e-6
    end
  end

  def test_a_centred_chain_line_has_a_mark_in_the_middle
    [20, 33, 47, 80].each do |length|
      dash = Drafting::LineType.dash('04', length, 0.25, centred: true)
      assert_operator (length / 2.0) % dash.sum, :<, dash[0]
    end
  end

  {
    '01' => [100, 60, 390, 277, 2],
    '02' => [300, 200, 390, 277, 1],
    '03' => [390, 277, 390, 277, 1],
    '04' => [391, 100, 390, 277, 0.5],
    '05' => [40, 20, 390, 277, 5],
    '06' => [8, 5, 390, 277, 20],
    '06b' => [7, 5, 390, 277, 50],
    '07' => [780, 500, 390, 277, 0.5],
    '08' => [1200, 800, 811, 574, 0.5],
    '09' => [5000, 3000, 1159, 821, 0.2]
  }.each do |id, (wm, hm, w, h, scale)|
    define_method("test_tv_scl_#{id}") { assert_equal scale.to_f, Drafting::Scale.largest(wm, hm, w, h) }
  end

  # gap 20, pad 20: gx = gy = 60 (SCL-03)
  { '10' => [60, 40, 30, 2], '11' => [120, 80, 50, 1], '12' => [400, 250, 150, 0.2] }.each do |id, (x, y, z, scale)|
    define_method("test_tv_scl_#{id}_three_views") do
      assert_equal scale.to_f, Drafting::Scale.largest(x + y, z + y, 390, 237, gx: 60, gy: 60)
    end
  end

  def test_scale_texts
    assert_equal ['2:1', '1:1', '1:5'], [2.0, 1.0, 0.2].map { |s| Drafting::Scale.text(s) }
    assert_equal [0.5, 2.0, nil, nil], ['1:2', ' 2 : 1', '1:0', 'big'].map { |t| Drafting::Scale.parse(t) }
  end

  def test_tv_dim_01_reading_angles
    {
      0 => 0,
      45 => 45,
      90 => 90,
      135 => -45,
      180 => 0,
      225 => 45,
      270 => 90,
      -30 => -30,
      100 => -80,
      120 => -60
    }.each { |line, text| assert_in_delta text, Drafting::Lettering.reading_angle(line), 1e-9, line }
  end

  def test_tv_let_01_capitals_are_as_high_as_asked
    glyph = Drafting::Lettering::TABLES.glyph_outlines.for(Drafting::Lettering::CMAP['H'.ord])
    assert_in_delta 3.5, glyph.y_max / Drafting::Lettering::UNITS * Drafting::Lettering.font_size(3.5), 0.02
  end

  def words(**size) = Drafting::SizeText.new(Drafting::Standard.new).words(**size)

  def test_tv_dim_02_decimal_sign_and_zeros
    assert_equal ['24,5', '0,5', '24'], [24.50, 0.5, 24.0].map { |v| words(kind: :linear, value: v).to_s }
  end

  def test_tv_dim_03_zero_deviation_is_plain
    assert_equal('20 +0,1/0', words(kind: :linear, value: 20, tolerance: '+0.1/0').to_s)
  end

  def test_tv_dim_04_equal_decimals
    assert_equal('50 +0,15/-0,10', words(kind: :linear, value: 50, tolerance: '+0.15/-0.1').to_s)
  end

  def test_symbols_and_counts
    assert_equal '7× ⌀32 +0,1/0', words(kind: :diameter, value: 32.0, tolerance: '+0.1/0', count: 7).to_s
    assert_equal '⌀12 H7', words(kind: :diameter, value: 12.0, tolerance: 'H7').to_s
    assert_equal 'R6', words(kind: :radius, value: 6.0).to_s
    assert_equal '0,5 × 45°', words(kind: :chamfer, value: 0.5).to_s
    assert_equal '2 × 30°', words(kind: :chamfer, value: 2.0, prefix: '30').to_s
    assert_equal '90° ±0,5°', words(kind: :angle, value: 90.0, tolerance: '±0.5').to_s
    assert_equal '3× M3', words(kind: :diameter, value: 3.0, count: 3, prefix: 'M3').to_s
  end

  def test_tv_dim_07_arrowhead
    arrow = Drafting::Ink.arrow([0, 0], [1, 0], 3.5)
    assert_in_delta 1.876, arrow.points[1][1] - arrow.points[2][1], 5e-4
  end

  def test_projection_symbol_tv_prj_15
    { true => :<, false => :> }.each do |first, side|
      ink = Drafting::ProjectionSymbol.ink(Drafting::Standard.new('first_angle' => first), 390, 48)
      cone = ink.grep(Drafting::Ink::Line).find { |l| l.closed && l.points.size == 4 && l.width == 0.35 }
      circles = ink.grep(Drafting::Ink::Arc)
      assert_equal [1.75, 3.5], circles.map(&:rx)
      assert_in_delta 6.531, cone.points.map(&:first).minmax.then { |a, b| b - a }, 5e-4
      assert_operator cone.points[0][0], side, circles[0].centre[0], 'first angle: trapezoid left of the circles'
      narrow, wide = [cone.points[0], cone.points[1]].map { |p| (p[0] - circles[0].centre[0]).abs }
      assert first ? narrow > wide : narrow < wide
    end
  end

  def test_dimension_line_with_its_text_above_and_extension_overrun
    layout = Drafting::DimensionLayout.new(Drafting::Standard.new)
    ink = layout.linear([0, 0], [50, 0], [1.0, 0.0], 10.0, Drafting::SizeText::Words.new('50'))
    lines = ink.grep(Drafting::Ink::Line).map(&:points)
    assert_includes lines, [[0.0, 10.0], [50.0, 10.0]]
    assert_equal [[0.0, 1.0], [0.0, 12.0]], lines[0], 'gap of 1, overrun of 8 line widths'
    text = ink.grep(Drafting::Ink::Text)[0]
    assert_operator text.y, :>, 10
    assert_in_delta 25, text.x + (Drafting::Lettering.width('50', 3.5) / 2), 1e-9
  end

  # DIM-07: words outside stand on the extension of the dimension line.
  def test_the_line_runs_on_to_words_outside
    [[4, 0.0], [30, 40.0], [30, -40.0]].each do |length, shift|
      words = Drafting::SizeText::Words.new('7,5')
      layout = Drafting::DimensionLayout.new(Drafting::Standard.new)
      ink = layout.linear([0, 0], [length, 0], [1.0, 0.0], 10.0, words, shift: shift)
      text = ink.grep(Drafting::Ink::Text)[0]
      from, to = ink.grep(Drafting::Ink::Line).map(&:points).select { |a, b| a[1] == 10.0 && b[1] == 10.0 }
        .flatten(1).map(&:first).minmax
      assert_operator from, :<=, [text.x, 0].min + 0.01
      assert_operator to, :>=, [text.x + Drafting::Lettering.width('7,5', 3.5), length].max - 0.01
    end
  end

  # DIM-11: the lines of an angle lead to the legs that it is between, also where they lie off the vertex or beyond it.
  def test_the_lines_of_an_angle_reach_its_legs
    layout = Drafting::DimensionLayout.new(Drafting::Standard.new)
    words = Drafting::SizeText::Words.new('90°')
    { 8.0 => [8.0, 20.0], 40.0 => [18.0, 40.0], -30.0 => [-30.0, 20.0] }.each do |leg, (from, to)|
      ink = layout.angle([0.0, 0.0], 0.0, Math::PI / 2, 18.0, words, leg: leg)
      level = ink.grep(Drafting::Ink::Line).map(&:points).find { |a, b| a[1].abs < 1e-9 && b[1].abs < 1e-9 }
      found = level.map(&:first).minmax
      assert_operator found[0], :<=, from + 1e-9
      assert_operator found[1], :>=, to - 1e-9
    end
  end

  def test_narrow_dimension_has_its_arrows_outside
    ink =
      Drafting::DimensionLayout.new(Drafting::Standard.new).linear(
        [0, 0],
        [4, 0],
        [1.0, 0.0],
        10.0,
        Drafting::SizeText::Words.new('4')
      )
    assert_operator ink.grep(Drafting::Ink::Fill).flat_map { |f| f.points.map(&:first) }.min, :<, -3
  end
end
