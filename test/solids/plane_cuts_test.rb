# frozen_string_literal: true

require 'test_helper'
require 'built_alike'
require 'random_recipe'
require_relative '../../bench/parts'

# Facets cut by faces of the other solid far from their edges: pieces by hand, and booleans as the overlay alone gives
# them. mm.
class PlaneCutsTest < CoreTest
  include BuiltAlike

  # A plate of 100 by 100 from z = 0 to 10.
  def plate
    feature = '{id: p, type: extrude, profile: {kind: rectangle, width: 100, height: 100}, depth: 10}'
    @plate ||= built("  - #{feature}\n").solid
  end

  # [[heights of the corners, inside?], ...] of an upright facet 2 mm wide between two heights, at x.
  def pieces(from, to, x: 20.0)
    pool = Solids::VertexPool.new(plate.xs.dup, plate.ys.dup, plate.zs.dup, box: [-60, -60, -60, 60, 60, 60])
    ids = [[0.0, from], [2.0, from], [2.0, to], [0.0, to]].map { |y, z| pool.weld(x, y, z) }
    facet = Solids::Facet.over(pool, [ids], Solids::Face.new('f', Geometry::Surface.plane([x, 0, 0], [1, 0, 0])))
    found = Solids::PlaneCuts.new(pool, plate.facets).pieces(facet, plate.facets.each_index.to_a)
    found&.map { |loop, inside| [loop.map { |i| pool.zs[i].round(9) }.sort.uniq, inside] }&.sort
  end

  def test_through_both_faces
    assert_equal [[[-5.0, 0.0], false], [[0.0, 10.0], true], [[10.0, 15.0], false]], pieces(-5.0, 15.0)
  end

  def test_from_within
    assert_equal [[[4.0, 10.0], true], [[10.0, 15.0], false]], pieces(4.0, 15.0)
  end

  def test_a_side_on_a_face
    assert_equal [[[-5.0, 0.0], false], [[0.0, 10.0], true]], pieces(-5.0, 10.0)
    assert_equal [[[0.0, 10.0], true]], pieces(0.0, 10.0)
    assert_equal [[[10.0, 15.0], false]], pieces(10.0, 15.0)
  end

  def test_what_is_not_sure
    assert_nil pieces(2.0, 8.0), 'nothing cuts it: a ray has to tell'
    assert_nil pieces(-5.0, 15.0, x: 50.0), 'along a side of the plate'
    assert_nil pieces(-5.0, 10.0 + 1e-6), 'nearly on the face'
  end

  NEVER = Struct.new(:nothing) { def pieces(_facet, _near) = nil }.new

  def assert_same_built(text) = assert_built_alike(text, Solids::PlaneCuts, NEVER)

  [1, 8, 12, 24, 59, 78, 114, 118].each do |seed|
    define_method("test_random_part_#{seed}") { assert_same_built(recipe(RandomRecipe.new(Random.new(seed)).features)) }
  end

  %w[carousel lid].each { |name| define_method("test_#{name}") { assert_same_built(demo(name)) } }
  def test_plate_of_holes = assert_same_built(Parts.plate(4))
end
