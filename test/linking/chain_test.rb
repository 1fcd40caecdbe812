# frozen_string_literal: true

require 'test_helper'

# Chains of sizes: worked by hand. Lengths in mm.
class ChainTest < CoreTest
  # A block of 100 ±0.2 with a pocket 20 deep of 40 +0.1/0, its left wall 25 from the left side by the recipe's own
  # size.
  STEPPED = <<~R
    nockplane: recipe/1
    name: Steps
    parameters:
      whole: {value: 50, tolerance: "±0.2"}
      first: {value: 20, tolerance: "+0.1/0"}
      second: {value: 12}
    features:
      - {id: base, type: extrude, profile: {kind: rectangle, width: 80, height: 60}, depth: first}
      - {id: mid, type: extrude, on: base/end.end, profile: {kind: rectangle, width: 60, height: 40}, depth: second}
      - {id: top, type: extrude, on: mid/end.end, profile: {kind: rectangle, width: 30, height: 20}, depth: whole}
  R

  def chain(from, to, text = STEPPED, **more)
    Linking::Chain.new(Products::Source.new.model_of(text), from, to, **more)
  end

  # 20 +0.1/0, 12 ±0.2 and 50 ±0.2 stand on each other.
  def test_three_heights_on_each_other
    found = chain('base/end.start', 'top/end.end')
    assert_predicate found, :closed?
    assert_in_delta 82, found.nominal, 1e-9
    assert_equal [['base.depth', 1.0], ['mid.depth', 1.0], ['top.depth', 1.0]],
                 found.links.map { |l| [l.id, l.share] }.sort
    # ISO 2768-m of 12: ±0.2.
    assert_in_delta 82 - 0.4, found.worst[0], 1e-9
    assert_in_delta 82 + 0.5, found.worst[1], 1e-9
    half = Math.sqrt((0.05**2) + (0.2**2) + (0.2**2))
    assert_in_delta 82.05 - half, found.likely[0], 1e-9
    assert_in_delta 82.05 + half, found.likely[1], 1e-9
    assert_equal :worst, found.kept(81.6, 82.5)
    assert_equal :likely, found.kept(81.7, nil)
    assert_equal :never, found.kept(nil, 82.2)
    shares = found.contributions.to_h { |l, part| [l.id, part] }
    assert_in_delta 0.1 / 0.9, shares['base.depth'], 1e-9
    assert_in_delta 1.0, shares.values.sum, 1e-9
  end

  def test_without_general_tolerances_what_has_none_is_told
    found = chain('base/end.start', 'mid/end.end', general: nil)
    assert_equal 'without a tolerance: mid.depth', found.loose
    assert_in_delta 0.1, found.worst[1] - found.worst[0], 1e-9
  end

  # A hole 10 off the middle of a plate of 100: from the plate's side 40, half the width and the offset, which no size
  # of the model says.
  def test_what_the_model_leaves_open_is_said
    plate =
      "nockplane: recipe/1\nname: P\nfeatures:\n  - {id: p, type: extrude, profile: {kind: rectangle, width: 100, " \
        "height: 60}, depth: 10}\n  - {id: h, type: hole, on: p/end.end, at: [10, 0], diameter: 8, through: true}\n"
    assert_equal 'the sizes of the model leave this distance open', chain('p/side.left', 'h/wall', plate).problem
    assert_match(/no distance: they are not parallel/, chain('p/side.left', 'p/side.top', plate).problem)
    assert_match(/one is not there/, chain('p/side.left', 'gone', plate).problem)
  end

  # The other way round it is the same, and sizes that are taken away count with the other sign.
  def test_a_gap_is_one_size_less_the_others
    gap = <<~R
      nockplane: recipe/1
      name: Gap
      parameters:
        deep: {value: 30, tolerance: "±0.1"}
        boss: {value: 12, tolerance: "±0.05"}
      features:
        - {id: box, type: extrude, profile: {kind: rectangle, width: 60, height: 60}, depth: 40}
        - {id: well, type: pocket, on: box/end.end, profile: {kind: rectangle, width: 40, height: 40}, depth: deep}
        - {id: pin, type: boss, on: well/end.start, profile: {kind: circle, diameter: 10}, depth: boss}
    R
    one, other = chain('pin/end.end', 'box/end.end', gap), chain('box/end.end', 'pin/end.end', gap)
    [one, other].each do |found|
      assert_predicate found, :closed?, found.problem
      assert_in_delta 18, found.nominal, 1e-9
      assert_equal [['pin.depth', -1.0], ['well.depth', 1.0]], found.links.map { |l| [l.id, l.share] }.sort
      assert_in_delta 17.85, found.worst[0], 1e-9
      assert_in_delta 18.15, found.worst[1], 1e-9
    end
  end
end
