# frozen_string_literal: true

require 'test_helper'

# What a characteristic may be, its number, and what stands against issuing a model by itself.
class LimitsTest < CoreTest
  Limits = Issuing::Limits
  Size = Struct.new(:value, :tolerance, :prefix, :kind)
  LINEAR = Drawings::Annotations.all.fetch('linear')

  def limits(value, tolerance, general: nil, kind: LINEAR, prefix: nil)
    found = Limits.of(Size.new(value, tolerance, prefix, kind&.class&.name), kind, general)
    found.values_at(:lower, :upper).map { |v| v&.round(6) }
  end

  # standards.md 16.1: 25 H7 is 25.000 to 25.021, 25 g6 is 24.980 to 24.993.
  def test_a_size_is_limited_by_its_own_tolerance
    assert_equal [25.0, 25.021], limits(25.0, 'H7')
    assert_equal [24.98, 24.993], limits(25.0, 'g6')
    assert_equal [99.8, 100.2], limits(100.0, '±0.2')
    assert_equal [99.9, 100.2], limits(100.0, '+0.2/-0.1')
    assert_equal [99.8, 100.2], limits(100.0, '±0.2', general: 'ISO 2768-f'), 'its own goes before the general one'
  end

  # ISO 2768-1, class m: ±0.2 over 6 up to 30, ±0.3 over 30 up to 120.
  def test_else_by_the_general_one
    assert_equal [29.8, 30.2], limits(30.0, nil, general: 'ISO 2768-m')
    assert_equal [30.7, 31.3], limits(31.0, nil, general: 'ISO 2768-mK')
    assert_equal [nil, nil], limits(30.0, nil), 'without a call-out nothing is said'
  end

  def test_what_is_no_plain_size_has_none
    assert_empty Limits.of(Size.new(6.0, nil, 'M6', 'diameter'), LINEAR, 'ISO 2768-m')
    assert_empty Limits.of(Size.new(nil, nil, nil, 'linear'), LINEAR, 'ISO 2768-m')
    assert_equal [nil, nil], limits(25.0, 'somehow'), 'what can\'t be read limits nothing'
    assert_equal [nil, nil], limits(700.0, 'H7'), 'nor does a fit outside its tables'
  end

  def test_the_list_has_plain_numbers
    row =
      Issuing::Characteristics::Row.new(number: 3, key: 'k', words: '25 H7', nominal: 25.0, upper: 25.021, lower: 25.0)
    headers, texts = Limits.table([row])
    assert_equal headers.size, texts.size
    told = headers.zip(texts).to_h
    assert_equal %w[3 25 25.021 25], told.values_at('No.', 'Nominal', 'Upper limit', 'Lower limit')
    assert_equal '', told['Method'], 'left to who inspects'
  end
end

# Numbers of characteristics over revisions.
class NumberedTest < CoreTest
  # Rows by key, in the order in which they are read.
  class List
    include Nockplane::Issuing::Numbered

    def initialize(keys, known = {})
      @keys = keys
      @known = known
    end

    def unnumbered = @keys.map { |key| Nockplane::Issuing::Characteristics::Row.new(key: key) }
  end

  def test_they_are_given_as_it_is_read
    assert_equal [['c', 1], ['a', 2], ['b', 3]], List.new(%w[c a b]).rows.map { |r| [r.key, r.number] }
  end

  def test_a_number_stays_and_one_that_is_gone_is_given_to_no_other
    first = List.new(%w[a b c]).numbers
    second = List.new(%w[new c a], first)
    assert_equal [['a', 1], ['c', 3], ['new', 4]], second.rows.map { |r| [r.key, r.number] }
    assert_equal({ 'a' => 1, 'b' => 2, 'c' => 3, 'new' => 4 }, second.numbers)
    third = List.new(%w[b again], second.numbers)
    assert_equal [['b', 2], ['again', 5]], third.rows.map { |r| [r.key, r.number] }
  end
end

# What stands against issuing a model by itself.
class ModelCheckTest < CoreTest
  TEXT = <<~F
    nockplane: recipe/1
    name: Plate
    features:
      - {id: plate, type: extrude, profile: {kind: rectangle, width: 80, height: 50}, depth: 10}
      - {id: bore, type: hole, on: plate/end.end, at: [10, 5], diameter: 8, through: true}
  F

  def findings(text) = Issuing::ModelCheck.new(SOURCE, text).findings

  def planned
    made = Planning::Tolerances::ByRule.of(model(TEXT), character: 'prismatic', way: 'geometric')
    made.plan.in(TEXT)
  end

  def test_a_whole_plan_leaves_nothing_open = assert_empty(findings(planned))

  # Each sentence counts faces of one state; together they are all that are not pinned down.
  def test_the_sentences_count_what_coverage_tells
    free = TEXT.sub('depth: 10', 'depth: 10, draft: 5')
    states = Linking::Coverage.of(model(free)).map(&:state).tally.except('pinned')
    refute_empty states
    told = findings(free).to_h { |_, words| words.match(/\A(\d+) faces? (?:is|are) (.+)\z/).captures.reverse }
    assert_equal states.to_h { |state, n| [Linking::Coverage::WORDS.fetch(state), n.to_s] }, told
  end

  def test_statements_that_lost_their_faces_are_told
    gone = findings(planned.sub(/^  - \{id: bore.*\n/, ''))
    kinds = gone.map(&:first)
    assert_includes kinds, 'adrift'
    assert_match(/\A\d+ of the tolerance plan lost (its|their) faces\z/, gone.assoc('adrift')[1])
    refute_includes kinds, 'model', 'it is told once'
  end
end
