# frozen_string_literal: true

require 'test_helper'

# What matters most of a docket, and its lines one by one.
class DocketLinesTest < Minitest::Test
  include Nockplane
  Docket = Linking::Docket
  PLACE = Docket::Place.new('front', 'Front view')
  BEHIND = Docket::Behind.new(PLACE, 1, 2, true, [], %w[d1 d2], [])
  ADRIFT = Docket::Adrift.new('d3', 'diameter', [], PLACE, 1, '⌀16', [])
  COLLISION = Docket::Collision.new('dimension/d1', 'view/front', 'a line runs through “16”')
  FAULT = Docket::Fault.new('b1', 2, 'it can’t be built')
  EMPTY = Docket::Empty.new(PLACE, 'there is no room')

  def test_the_worst_gives_the_state
    all = { faults: [FAULT], behind: [BEHIND], adrift: [ADRIFT], collisions: [COLLISION] }
    states = all.keys.each_index.map { |i| Docket.new(**all.drop(i).to_h).state }
    assert_equal %w[fault behind adrift current], states
    assert_equal 'current', Docket.new.state
    assert_equal 2, Docket.new(behind: [BEHIND]).losing
  end

  def test_sheets_are_clean_of_what_has_to_be_looked_at
    refute Docket.new(collisions: [COLLISION]).sheet_clean?
    assert Docket.new(behind: [BEHIND], empty: [EMPTY]).sheet_clean?
  end

  def test_a_line_is_that_part_alone
    docket = Docket.new(behind: [BEHIND], adrift: [ADRIFT], collisions: [COLLISION], empty: [EMPTY])
    assert_equal(
      { 'fault' => 0, 'behind' => 1, 'adrift' => 1, 'look' => 1, 'empty' => 1 },
      Docket::LINES.keys.to_h { |l| [l, Docket::PARTS.sum { |p| docket.line(l).public_send(p).size }] }
    )
    assert_raises(KeyError) { docket.line('anything') }
  end

  def test_every_part_is_in_one_line
    assert_equal Docket::PARTS.sort, Docket::LINES.values.flatten.sort
  end
end
