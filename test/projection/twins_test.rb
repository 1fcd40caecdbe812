# frozen_string_literal: true

require 'test_helper'
require 'minitest/mock'
require 'random_recipe'
require_relative '../../bench/parts'

# Edges straight behind equal ones are left out before anything is asked: views are those of all edges asked.
class TwinsTest < CoreTest
  # Stands in for Twins: all edges are asked.
  ALL = Struct.new(:nothing) { def first(list) = list }

  def assert_same_view(solid, view, set = Projection::EdgeSet.new(solid))
    frame = Projection::ViewFrame.named(view)
    with = Projection::Linework.of(solid, frame, edge_set: set)
    without = Projection::Twins.stub(:new, ALL.new) { Projection::Linework.of(solid, frame, edge_set: set) }
    [true, false].each do |visible|
      [with, without].map { |l| l.lengths(visible) }.then do |a, b|
        a.each_key { |kind| assert_in_delta b[kind], a[kind], 1e-3, "#{view}, #{kind}, visible: #{visible}" }
      end
    end
  end

  def asked(solid, view)
    set = Projection::EdgeSet.new(solid)
    Projection::HiddenLines.new(solid, set, Projection::ViewFrame.named(view)).call.size
  end

  # A block of ten seen from above: four edges of the top are asked; the four below them, and the four that stand, not.
  def test_a_block_from_above
    block = built("  - {id: b, type: extrude, profile: {kind: rectangle, width: 10, height: 10}, depth: 10}\n")
    assert_equal 4, asked(block.solid, 'top')
    assert_equal [40, 0], Projection::Linework.of(block.solid, Projection::ViewFrame.named('top')).then { |l|
      [true, false].map { |seen| l.lengths(seen)[:total].round(6) }
    }
  end

  # Parts made at random, and the same parts in rows, one behind the other.
  %w[front top right].each do |view|
    define_method("test_random_parts_from_the_#{view}") do
      [1, 8, 12, 24, 59, 78, 118].each do |seed|
        assert_same_view(model(recipe(RandomRecipe.new(Random.new(seed)).features)).solid, view)
      end
    end

    define_method("test_rows_of_parts_from_the_#{view}") do
      source = Products::Source.new(store: STORE, library: ->(name, _) { Parts.library(name) })
      text = Parts.assembly(2)
      assert_same_view(source.model_of(text).solid, view, source.edge_set_of(text))
    end
  end
end
