# frozen_string_literal: true

require 'test_helper'
require 'built_alike'
require 'random_recipe'
require_relative '../../bench/parts'

# Facets that other solids only pass through: their holes by hand, and booleans as the overlay alone gives them. mm.
class PiercingTest < CoreTest
  include BuiltAlike

  # A square of 100 by 100 in z = 0 with a square hole of 20 about (30, 30).
  def pool = @pool ||= Solids::VertexPool.new([], [], [], box: [-60, -60, -1, 60, 60, 1])

  def square(x, y, half)
    [[-1, -1], [1, -1], [1, 1], [-1, 1]].map { |u, v| pool.weld(x + (u * half), y + (v * half), 0.0) }
  end

  def facet
    face = Solids::Face.new('f', Geometry::Surface.plane([0, 0, 0], [0, 0, 1]))
    @facet ||= Solids::Facet.over(pool, [square(0.0, 0.0, 50.0), square(30.0, 30.0, 10.0).reverse], face)
  end

  def around(ids) = ids.each_index.map { |k| [ids[k - 1], ids[k], 1] }

  # Sorted loops of ids that squares [x, y, half] form in the facet; nil where that is not sure.
  def pierced(*squares)
    ids = squares.map { |s| square(*s.map(&:to_f)) }
    found = Solids::Piercing.new(pool).loops(facet, ids.flat_map { |list| around(list) })
    found&.map { |list| ids.index { |own| own.sort == list.sort } }&.sort
  end

  def test_loops_of_their_own
    assert_equal [0, 1], pierced([-20, -20, 5], [-20, 20, 5])
  end

  def test_what_lies_in_the_hole_is_none_of_it
    assert_equal [1], pierced([30, 30, 5], [-20, 0, 5])
  end

  def test_what_is_not_sure
    assert_nil pierced([48, 0, 5]), 'over the outline'
    assert_nil pierced([45, 0, 5]), 'along the outline'
    assert_nil pierced([30, 18, 5]), 'over the edge of the hole'
    assert_nil pierced([0, 0, 10], [5, 5, 10]), 'through each other'
    assert_nil pierced([0, 0, 10], [0, 0, 5]), 'one within the other'
    assert_nil Solids::Piercing.new(pool).loops(facet, around(square(0.0, 0.0, 5.0)).drop(1)), 'open'
    assert_nil Solids::Piercing.new(pool).loops(facet, around(square(0.0, 0.0, 5.0).reverse)), 'solid outside'
  end

  # Triangles of which the boxes meet, with a way between them or not.
  def triangles(beyond)
    [[[0, 0], [20, 0], [0, 20]], [[20, 20], [beyond, 20], [20, beyond]]].map do |points|
      points.map { |x, y| pool.weld(x - 40.0, y - 40.0, 0.0) }
    end
  end

  def test_a_way_between_loops
    loops = ->(ids) { Solids::Piercing.new(pool).loops(facet, ids.flat_map { |list| around(list) }) }
    assert_equal 2, loops[triangles(2)].size
    assert_nil loops[triangles(-2)]
  end

  NEVER = Struct.new(:nothing) { def loops(_facet, _segments) = nil }.new

  def assert_same_built(text) = assert_built_alike(text, Solids::Piercing, NEVER)

  [1, 12, 24, 59, 78, 114].each do |seed|
    define_method("test_random_part_#{seed}") { assert_same_built(recipe(RandomRecipe.new(Random.new(seed)).features)) }
  end

  %w[carousel housing].each { |name| define_method("test_#{name}") { assert_same_built(demo(name)) } }
  def test_plate_of_holes = assert_same_built(Parts.plate(4))
end
