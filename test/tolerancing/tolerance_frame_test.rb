# frozen_string_literal: true

require 'test_helper'

# Tolerance frames, datum systems and material conditions: vectors of standards.md 16.6. mm.
class ToleranceFrameTest < CoreTest
  T = Tolerancing

  def rules(text, **around)
    frame = T::Frame.parse(text) or flunk("#{text} is no frame")
    T::FrameRules.check(frame, T::FrameRules::Around.new(size: true, round: true, **around)).map(&:rule)
  end

  def test_tv_fcf_01_to_07
    assert_equal ['FCF-02'], rules('⏥|0.1|A')
    assert_equal ['FCF-03'], rules('⏊|0.1')
    assert_equal ['FCF-05'], rules('○|⌀0.05')
    assert_empty rules('⌖|⌀0.2 Ⓜ|A|B|C')
    assert_equal ['FCF-06'], rules('↗|0.05 Ⓜ|A')
    assert_equal ['FCF-07'], rules('↗|0.05|A Ⓜ')
    assert_equal ['FCF-04'], rules('⌖|⌀0.2|A|A|B')
    assert_equal ['FCF-01'], rules('⌖|⌀0|A')
    assert_empty rules('⌖|⌀0 Ⓜ|A')
  end

  def test_tv_fcf_08_to_12
    assert_equal ['FCF-05'], rules('⌓|⌀0.2|A')
    assert_equal ['FCF-10'], rules('⌖|⌀0.2|I')
    assert_equal ['FCF-05'], rules('⏥|⌀0.1')
    assert_empty rules('⏤|⌀0.1 Ⓜ')
    assert_empty rules('◎|⌀0.1 Ⓜ|A')
    assert_equal ['FCF-06'], rules('◎|⌀0.1 Ⓜ|A', asme: true)
    upper = T::Frame.parse('⌖|⌀0.5|A|B|C')
    composite = ->(text) { T::FrameRules.composite(upper, T::Frame.parse(text)).map(&:rule) }
    assert_equal ['FCF-12'], composite['⌖|⌀0.6|A']
    assert_empty composite['⌖|⌀0.1|A|B']
    assert_equal ['FCF-12'], composite['⌖|⌀0.1|B|A']
  end

  def test_what_the_feature_and_the_drawing_allow
    assert_equal ['FCF-05'], rules('⌖|⌀0.2|A', round: false)
    assert_equal ['FCF-06'], rules('⏊|0.2 Ⓜ|A', size: false)
    assert_equal ['FCF-07'], rules('⌖|⌀0.2|A Ⓜ', datums: { 'A' => false })
    assert_empty rules('⌖|⌀0.2|B Ⓜ', datums: { 'B' => true })
    frame = T::Frame.parse('⌖|⌀0.2|D')
    assert_equal ['there is no datum D; set it on a face first'],
                 T::FrameRules.check(frame, T::FrameRules::Around.new(size: true, round: true, datums: {})).map(&:words)
  end

  def test_frames_are_read_and_written_the_same
    ['⌖|⌀0.2 Ⓜ|A|B Ⓜ|C', '⏥|0.05', '◎|⌀0.1|A-B', '⌓|0.4 CZ|A'].each { |t| assert_equal t, T::Frame.parse(t).to_s }
    ['', '⌖', '⌖|x', '⌖|⌀0.2|a', 'nothing|0.1', "⌖|#{'9' * 30}"].each { |t| assert_nil T::Frame.parse(t), t }
    assert_equal 'J', T::Frame.next_letter(('A'..'H').to_a)
    assert_equal 'AA', T::Frame.next_letter(T::Frame::LETTERS)
  end

  Z = [0, 0, 1].freeze
  Y = [0, 1, 0].freeze
  X = [1, 0, 0].freeze

  def test_tv_dof_01_to_11
    d = T::DatumSystem
    o = [0, 0, 0]
    assert_equal [3, 2, 1], d.removed(d.plane(o, Z), d.plane(o, Y), d.plane(o, X))
    assert_equal [3, 2], d.removed(d.plane(o, Z), d.cylinder([5, 3, 0], Z))
    assert_equal [3, 2, 1], d.removed(d.plane(o, Z), d.cylinder(o, Z), d.cylinder([40, 0, 0], Z))
    assert_equal [3, 2, 1], d.removed(d.plane(o, Z), d.cylinder(o, Z), d.plane([0, 7, 0], Y))
    assert_equal [4, 1], d.removed(d.cylinder(o, Z), d.plane(o, Z))
    assert_equal [4, 1, 1], d.removed(d.cylinder(o, Z), d.plane(o, Z), d.plane(o, X))
    assert_equal [4, 1], d.removed(d.cylinder(o, Z), d.plane([9, 0, 0], X))
    assert_equal [3, 2], d.removed(d.sphere(o), d.sphere([30, 0, 0]))
    assert_equal [5], d.removed(d.cone(o, Z))
    assert_equal [3, 0], d.removed(d.plane(o, Z), d.plane([0, 0, 20], Z))
    assert_equal [4, 0], d.removed(d.cylinder(o, Z), d.cylinder([0, 0, 50], Z))
  end

  def condition(**given) = T::MaterialCondition.new(**given)

  def test_tv_pos_01_to_09
    assert_in_delta 0.3, T::MaterialCondition.deviation(0.12, 0.09), 1e-9
    assert_in_delta 0.22361, T::MaterialCondition.deviation(0.1, 0.05), 5e-6
    hole = condition(hole: true, low: 10.0, high: 10.2, tolerance: 0.3)
    assert_equal [9.7, 0.4, 0.5, 10.7], [hole.virtual, hole.total(10.1), hole.total(10.2), hole.resultant]
    shaft = condition(hole: false, low: 9.8, high: 10.0, tolerance: 0.1)
    assert_equal [10.1, 0.3, 9.5], [shaft.virtual, shaft.total(9.8), shaft.resultant]
    least = condition(hole: true, low: 10.0, high: 10.2, tolerance: 0.3, modifier: 'Ⓛ')
    assert_equal [10.5, 0.5], [least.virtual, least.total(10.0)]
    assert_equal 9.5, condition(hole: false, low: 9.8, high: 10.0, tolerance: 0.3, modifier: 'Ⓛ').virtual
    zero = condition(hole: true, low: 10.0, high: 10.2, tolerance: 0.0)
    assert_equal [10.0, 0.15], [zero.virtual, zero.total(10.15)]
    assert_equal [0.3, 0.6],
                 [T::MaterialCondition.fixed_fastener(6.6, 6.0), T::MaterialCondition.floating_fastener(6.6, 6.0)]
    assert_in_delta 0.28284, T::MaterialCondition.deviation(0.1, 0.1), 5e-6
  end
end
