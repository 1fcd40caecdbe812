# frozen_string_literal: true

require 'test_helper'

class IntervalsTest < CoreTest
  def test_laws_on_random_intervals
    rng = Random.new(1)
    50.times do
      a, b = Array.new(2) { Projection::Intervals.union(Array.new(4) { [rng.rand, rng.rand].sort }) }
      both = Projection::Intervals.union(a.map(&:dup) + b.map(&:dup))
      common = Projection::Intervals.intersection(a, b)
      length = ->(list) { Projection::Intervals.length(list) }
      assert_in_delta length[a] + length[b], length[both] + length[common], 1e-12
      assert_in_delta 1 - length[a], length[Projection::Intervals.rest(0.0, 1.0, a)], 1e-12
    end
  end

  # One after the other they make the union of all.
  def test_added_one_by_one
    rng = Random.new(2)
    50.times do
      list = Array.new(12) { [rng.rand, rng.rand].sort }
      added = list.each_with_object([]) { |(from, to), all| Projection::Intervals.add(all, from, to, 0.01) }
      assert_equal Projection::Intervals.union(list, 0.01), added
    end
  end

  def test_union_joins_across_a_small_gap
    assert_equal [[0, 2]], Projection::Intervals.union([[0, 1], [1 + 1e-9, 2]], 1e-8)
  end
end
