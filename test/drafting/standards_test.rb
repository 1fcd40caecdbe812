# frozen_string_literal: true

require 'test_helper'

# The drafting standard as a set of values, and what sizes read in it (standards.md 6.5, 6.6, 16.5).
class StandardsTest < CoreTest
  S = Drafting::Standard

  def words(standard, **size)
    Drafting::SizeText
      .new(standard.is_a?(Hash) ? S.new(standard) : S.shipped.fetch(standard))
      .words(kind: :linear, **size)
      .to_s
  end

  def test_shipped_sets_are_sound_and_differ_where_the_standards_do
    assert_equal ['ASME inch', 'ASME mm', 'ISO'], S.shipped.keys
    S.shipped.each_value { |s| assert_empty s.problems, s.name }
    iso, asme = S.shipped.values_at('ISO', 'ASME mm')
    assert_equal [true, false, ',', '.', '×', 'X'],
                 [iso.first_angle?, asme.first_angle?, iso.decimal, asme.decimal, iso.times, asme.times]
    assert_equal [true, false], [iso.aligned_text?, asme.aligned_text?]
    assert_equal [0.5, 0.25], [iso.wide, iso.narrow], 'line group 0.5 (3.3)'
    assert_equal [0.6, 0.3], [asme.wide, asme.narrow], '3.5'
    assert_in_delta 2, iso.wide / iso.narrow, 1e-9, 'wide : narrow = 2 : 1'
  end

  def test_widths_and_line_types_by_class_of_lines
    s = S.new('widths' => { 'hidden' => 0.35 }, 'line_types' => { 'centre' => '05' })
    assert_equal [0.35, 0.25, 0.5], %w[hidden centre visible].map { |c| s.width(c) }
    assert_equal Drafting::LineType.dash('05', 100, 0.25), s.dash('centre', 100)
    assert_nil s.dash('visible', 100)
  end

  def test_values_that_cannot_be_are_named
    bad =
      S.new(
        'units' => 'ell',
        'text_height' => 0,
        'wide' => 9,
        'row' => -1,
        'hatch_spacing' => 0.2,
        'widths' => {
          'spell' => 1
        },
        'line_types' => {
          'hidden' => '99'
        },
        'tangent_edges' => {
          'principal' => 'pink'
        },
        'precision' => 9
      )
    told = bad.problems.join("\n")
    [
      "units: 'ell'",
      'text_height: 0 mm',
      'wide: 9',
      'row: -1',
      'hatch_spacing: 0.2',
      'widths.spell',
      'line_types.hidden',
      "tangent_edges.principal: 'pink'",
      'precision'
    ].each { |w| assert_includes told, w }
  end

  def test_a_set_with_some_values_changed_keeps_the_rest
    s = S.shipped['ISO'].with('units' => 'dual')
    assert s.dual?
    assert_equal S.shipped['ISO'].to_h.except('units'), s.to_h.except('units')
    assert Ractor.shareable?(s)
  end

  def test_tv_dim_02_by_standard
    assert_equal %w[24,5 24.5 0,5 0.5],
                 [['ISO', 24.5], ['ASME mm', 24.5], ['ISO', 0.5], ['ASME mm', 0.5]].map { |n, v| words(n, value: v) }
    assert_equal '.500', words('ASME inch', value: 12.7)
    assert_equal '24', words('ASME mm', value: 24.0), 'no trailing zeros on whole mm values'
  end

  def test_tv_dim_03_and_04_deviations
    assert_equal ['20 +0,1/0', '20 +0.1/0'], ['ISO', 'ASME mm'].map { |n| words(n, value: 20, tolerance: '+0.1/0') }
    assert_equal '50 +0,15/-0,10', words('ISO', value: 50, tolerance: '+0.15/-0.1')
    assert_equal '1.000 +.004/-.000',
                 words('ASME inch', value: 25.4, tolerance: '+0.1016/0'),
                 'a zero limb has sign and decimals in inches'
    assert_equal '1.000 ±.010', words('ASME inch', value: 25.4, tolerance: '±0.254')
  end

  def test_dim_52_and_53_fits_and_limits
    h7 = ->(manner, n = 'ISO') { words(S.shipped[n].to_h.merge('tolerances' => manner), value: 30, tolerance: 'H7') }
    assert_equal ['30 H7', '30 H7 (+0,021/0)', '30 H7 (30,021/30,000)', '30 +0,021/0', '30,021/30,000'],
                 ['as given', 'fit with deviations', 'fit with limits', 'deviations', 'limits'].map { |m| h7[m] }
    assert_equal '30,2/29,9',
                 words({ 'tolerances' => 'limits' }, value: 30, tolerance: '+0.2/-0.1'),
                 'larger above smaller'
    assert_equal '30 +0,1/-0,1', words({ 'tolerances' => 'deviations' }, value: 30, tolerance: '±0.1')
  end

  def test_inch_fractions_to_a_sixty_fourth
    {
      25.4 => '1',
      12.7 => '1/2',
      34.925 => '1 3/8',
      0.396875 => '1/64',
      50.8 + (25.4 * 63 / 64) => '2 63/64',
      25.39 => '1'
    }.each { |mm, text| assert_equal text, words({ 'units' => 'fraction' }, value: mm) }
    assert_equal '1.375',
                 words({ 'units' => 'fraction', 'denominator' => 2, 'decimal' => '.' }, value: 34.925),
                 'never rounded to a fraction'
    assert_equal '-1/4', Drafting::Fraction.words(-0.25, 64)
  end

  # What a fraction would falsify stays a decimal, and one with a tolerance has as many places as that needs (mm / 25.4
  # by hand).
  def test_fractions_never_falsify
    inch = ->(mm, tolerance = nil) do
      words(
        { 'units' => 'fraction', 'decimal' => '.', 'leading_zero' => false, 'trailing_zeros' => true },
        value: mm,
        tolerance: tolerance
      )
    end
    assert_equal ['7.480 ±.008', '.47244 h6', '.472', '1/2', '.500 ±.004'],
                 [inch[190, '±0.2'], inch[12, 'h6'], inch[12], inch[12.7], inch[12.7, '±0.1']]
    assert_equal '11/32', inch[25.4 * 11 / 32]
    assert_equal '.344', inch[8.74], 'off by 0.009 mm from 11/32'
    100.times do |k|
      mm = 3.0 + (k * 0.137)
      text = inch[mm]
      shown = text.include?('/') || !text.include?('.') ? text.split.sum { |part| Rational(part) } : text.to_f
      assert_in_delta mm / 25.4, shown, 0.0005 + 1e-9, text
    end
  end

  def test_inch_sizes_keep_within_their_tolerance
    {
      [12.0, 'h6'] => '.47244 h6',
      [20.0, '+0.013/0'] => '.7874 +.0005/-.0000',
      [100.0, '±0.5'] => '3.937 ±.020'
    }.each { |(mm, tolerance), text| assert_equal text, words('ASME inch', value: mm, tolerance: tolerance) }
  end

  def test_fractions_are_reduced_and_near
    64.times do |k|
      text = Drafting::Fraction.words(3 + (k / 64.0), 64)
      whole, part = text.split
      assert_in_delta 3 + (k / 64.0), whole.to_f + (part ? Rational(part) : 0), 1e-12
      assert part.nil? || Rational(part).to_s == part, "#{text} is reduced"
    end
  end

  def test_dual_sizes_have_inches_in_brackets
    assert_equal '25,4 ±0,1 [1.000 ±.004]', words({ 'units' => 'dual' }, value: 25.4, tolerance: '±0.1')
    assert_equal '30°', Drafting::SizeText.new(S.new('units' => 'dual')).words(kind: :angle, value: 30.0).to_s
  end

  def test_dim_24_and_55_angles
    angle = ->(v, dms, t = nil) do
      Drafting::SizeText
        .new(S.new('angles' => dms ? 'dms' : 'decimal'))
        .words(kind: :angle, value: v, tolerance: t)
        .to_s
    end
    assert_equal ['30°', "30°15'", '30,25°'], [angle[30.0, true], angle[30.25, true], angle[30.25, false]]
    assert_equal "30°0'30''", angle[30 + (30 / 3600.0), true]
    assert_equal "30° ±0°15'", angle[30.0, true, '±0.25']
    assert_equal '60° ±0,5°', angle[60.0, false, '±0.5']
    # One that was chosen, in full; one that came of other sizes, as far as it can be read.
    assert_equal '22,1255°', angle[22.1255, false]
    assert_equal '45,43°', angle[Math.atan2(10.15, 10.0) * 180 / Math::PI, false]
    assert_equal '30°', angle[Math.atan2(1.0, Math.sqrt(3)) * 180 / Math::PI, false]
  end

  def ink(standard, length: 60.0, e: [1.0, 0.0], text: '60')
    b = [e[0] * length, e[1] * length]
    Drafting::DimensionLayout.new(S.new(standard)).linear([0.0, 0.0], b, e, 10.0, Drafting::SizeText::Words.new(text))
  end

  def test_arrowheads_by_form # DIM-06
    tips = {
      'filled' => Drafting::Ink::Fill,
      'dot' => Drafting::Ink::Fill,
      'open' => Drafting::Ink::Line,
      'open 90' => Drafting::Ink::Line,
      'stroke' => Drafting::Ink::Line,
      'blank' => Drafting::Ink::Line
    }
    tips.each do |form, kind|
      head = Drafting::Arrowhead.ink(S.new('arrow' => form), [0.0, 0.0], [1, 0])
      assert_kind_of kind, head, form
    end
    head = ->(form) { Drafting::Arrowhead.ink(S.new('arrow' => form), [0.0, 0.0], [1, 0]).points }
    assert_in_delta 1.876, head['blank'].map(&:last).minmax.then { |a, b| b - a }, 5e-4, 'TV-DIM-07'
    a, tip, b = head['open 90']
    assert_in_delta 90, Math.atan2(a[1] - tip[1], tip[0] - a[0]).abs * 2 * 180 / Math::PI, 1e-6
    assert_equal a[1], -b[1]
    low, high = head['stroke']
    assert_in_delta 45, Math.atan2(high[1] - low[1], high[0] - low[0]) * 180 / Math::PI, 1e-6, 'rises to the right'
    asme = Drafting::Arrowhead.ink(S.shipped['ASME mm'], [0.0, 0.0], [1, 0]).points
    assert_in_delta 3, 3.5 / asme.map(&:last).minmax.then { |x, y| y - x }, 1e-3, 'length : width = 3 : 1'
  end

  def test_words_break_the_line_where_the_standard_says_so
    items = ink({ 'text_place' => 'break', 'text_direction' => 'horizontal' })
    text = items.grep(Drafting::Ink::Text)[0]
    line = items.grep(Drafting::Ink::Line).map(&:points).select { |p| p.all? { |q| q[1] == 10.0 } }
    assert_equal 2, line.size, 'one piece each side of the words'
    box = Drafting::Ink.box(text)
    assert(
      line.all? { |p| p.map(&:first).max < box[0] || p.map(&:first).min > box[2] },
      'the line does not cross its words'
    )
    assert_in_delta 10.0, text.y + 1.75, 1e-9, 'in the middle of their height'
  end

  def test_level_words_stay_level_at_every_angle
    [0, 30, 90, 135].each do |degrees|
      a = degrees * Math::PI / 180
      e = [Math.cos(a), Math.sin(a)]
      assert_equal 0.0,
                   ink({ 'text_direction' => 'horizontal', 'text_place' => 'break' }, e: e).grep(Drafting::Ink::Text)[
                     0
                   ].angle
      assert_in_delta Drafting::Lettering.reading_angle(degrees), ink({}, e: e).grep(Drafting::Ink::Text)[0].angle, 1e-9
    end
  end

  def test_gaps_overruns_and_rows_are_the_standards
    lines = ink({ 'gap' => 3.0, 'overrun' => 5.0 }).grep(Drafting::Ink::Line).map(&:points)
    assert_equal [[0.0, 1.5], [0.0, 15.0]], lines[0]
  end

  def test_limits_are_stacked_with_the_larger_above
    w =
      Drafting::SizeText.new(S.new('tolerances' => 'limits')).words(
        kind: :diameter,
        value: 12.0,
        tolerance: '+0.1/-0.1'
      )
    texts = Drafting::WordsInk.new(S.new, layer: 'dimension').ink(w, [0.0, 0.0], 0.0, :start)
    assert_equal ['⌀', '12,1', '11,9'], texts.map(&:string)
    assert_operator texts[1].y, :>, texts[2].y
    assert_in_delta texts.map { |t| Drafting::Ink.box(t)[2] }.max,
                    Drafting::WordsInk.new(S.new, layer: 'd').width(w),
                    1e-6
  end

  def test_lettering_heights_are_a_series_by_root_two # 5.1
    heights = [1.8, 2.5, 3.5, 5, 7, 10, 14, 20]
    heights.each_cons(2) { |a, b| assert_in_delta Math.sqrt(2), b / a.to_f, 0.05 }
    glyph = Drafting::Lettering::TABLES.glyph_outlines.for(Drafting::Lettering::CMAP['x'.ord])
    assert_in_delta 0.7,
                    glyph.y_max / Drafting::Lettering::UNITS / Drafting::Lettering::CAPITALS,
                    0.03,
                    'small letters are 7/10 of capitals'
    assert_in_delta 5.25, 3.5 * Drafting::CellText::PITCH, 1e-9, 'TV-LET-01: line pitch without diacritics'
  end

  def test_tv_lin_05_period_of_a_chain_line
    assert_in_delta(10.675, Drafting::LineType::RULES['04'][:period] * 0.35, 1e-9)
  end

  def test_thread_representation_follows_the_standard # THR-03; simplified: a dashed circle
    solid = model(demo('carousel'))
    wall = Drafting::ThreadInk::Wall.new(solid.solid.facets_of(solid.threads.keys[0])[0].face.surface, [])
    arc = lambda do |how|
      Drafting::ThreadInk.new(
        S.new('threads' => how),
        Projection::ViewFrame.named('top'),
        1.0,
        ->(p) { p.first(2) }
      ).ink(wall, 3.0, visible: true, hidden_lines: false)[
        0
      ]
    end
    assert_in_delta 1.5 * Math::PI, arc['conventional'].then { |a| a.to - a.from }, 1e-9
    assert arc['simplified'].closed?
    assert arc['simplified'].dash
  end
end
