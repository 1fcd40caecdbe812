# frozen_string_literal: true

require 'test_helper'

# What facets come near a box: as looking through all of them tells. mm.
class FacetGridTest < CoreTest
  def boxes(count, rng)
    Array.new(count) do
      low = Array.new(3) { rng.rand(-50.0..50.0) }
      low + low.map { |c| c + rng.rand(0.0..30.0) }
    end
  end

  Boxed = Struct.new(:box)

  def meet?(one, other) = 3.times.all? { |k| one[k] <= other[k + 3] && one[k + 3] >= other[k] }
  def met(facets, box) = facets.each_index.select { |i| meet?(facets[i].box, box) }

  def found(grid, box)
    list = []
    grid.each_near(box) { |i| list << i }
    assert_equal list.uniq, list, 'each once'
    list.sort
  end

  def setup
    @rng = Random.new(7)
    @facets = boxes(120, @rng).map { |box| Boxed.new(box) }
  end

  def test_the_whole
    grid = Solids::FacetGrid.new(@facets)
    refute grid.partial?
    boxes(60, @rng).each { |box| assert_equal met(@facets, box), found(grid, box) }
  end

  def test_within_a_box
    room = [-20.0, -10.0, 0.0, 10.0, 15.0, 25.0]
    grid = Solids::FacetGrid.new(@facets, within: room)
    assert grid.partial?
    boxes(60, @rng).each do |box|
      inside = 3.times.map { |k| box[k].clamp(room[k], room[k + 3]) } +
               3.times.map { |k| box[k + 3].clamp(room[k], room[k + 3]) }
      assert_equal met(@facets, inside), found(grid, inside)
    end
    nowhere = Solids::FacetGrid.new(@facets, within: [200.0, 200.0, 200.0, 210.0, 210.0, 210.0])
    assert_empty found(nowhere, [201.0, 201.0, 201.0, 202.0, 202.0, 202.0])
  end

  # More rays than are looked for one by one.
  def test_rays
    grid = Solids::RayGrid.new(@facets)
    (Solids::RayGrid::FEW * 2).times do
      x, y, z = Array.new(3) { @rng.rand(-60.0..60.0) }
      assert_equal met(@facets, [x, y, z, 90.0, y, z]), found(grid, [x, y, z, 90.0, y, z])
    end
    assert_equal @facets.map { |f| f.box[5] }.max, grid.max[2]
  end
end
