# frozen_string_literal: true

require 'test_helper'

# What rests on what, both ways, and where it stands in a picture.
class ReferencesTest < Minitest::Test
  R = Nockplane::Planning::References

  def graph(*pairs, broken: [])
    keys = pairs.flatten.uniq
    nodes = keys.map { |k| R::Node.new(key: k, kind: 'model', words: k) }
    R.new(
      nodes,
      pairs.map { |a, b| R::Edge.new(from: a, to: b, words: '', state: broken.include?([a, b]) ? 'broken' : 'current') }
    )
  end

  def names(branches) = branches.map { |b| b.branches.empty? ? b.node.key : [b.node.key, names(b.branches)] }

  def test_both_ways_to_any_depth
    g = graph(%w[drawing unit], %w[unit wheel], %w[wheel disc], %w[unit disc], %w[disc file], %w[drawing template])
    assert_equal [['unit', [['wheel', [['disc', ['file']]]], 'disc']], 'template'], names(g.rests_on('drawing'))
    assert_equal [['wheel', [['unit', ['drawing']]]], 'unit'], names(g.used_by('disc'))
    assert_equal %w[disc file template unit wheel], g.all_below('drawing').sort
    assert_equal %w[disc drawing unit wheel], g.all_above('file').sort
  end

  def test_circles_end
    g = graph(%w[a b], %w[b c], %w[c a])
    assert_equal %w[b c], g.all_below('a').sort
    assert g.rests_on('a')[0].branches[0].branches[0].seen
    assert_equal 0, g.columns('a')['a']
  end

  def test_columns_are_as_far_out_as_the_longest_way_and_ties_cross_little
    g = graph(%w[d unit], %w[unit wheel], %w[wheel disc], %w[unit disc], %w[e unit])
    columns = g.columns('unit')
    assert_equal({ 'd' => -1, 'e' => -1, 'unit' => 0, 'wheel' => 1, 'disc' => 2 }, columns)
    places = Nockplane::Planning::Layered.new(columns, g.edges.map { |e| [e.from, e.to] }).places
    assert_operator places['d'][0], :<, places['unit'][0]
    assert_operator places['wheel'][0], :<, places['disc'][0]
    boxes = places.values
    assert_equal boxes.size, boxes.uniq.size, 'nothing stands on anything'
    crossed = { 'a1' => 0, 'a2' => 0, 'b1' => 1, 'b2' => 1 }
    found = Nockplane::Planning::Layered.new(crossed, [%w[a1 b2], %w[a2 b1]]).places
    assert_equal found['a1'][1] < found['a2'][1], found['b2'][1] < found['b1'][1]
  end

  def test_what_is_broken
    g = graph(%w[d m], %w[u m], broken: [%w[u m]])
    assert_equal [%w[u m]], g.broken.map { |e| [e.from, e.to] }
  end
end
