# frozen_string_literal: true

require 'test_helper'

# The small parts of the kernel: pool, grid, outlines, moves, mass.
class PiecesTest < CoreTest
  include Solids

  def test_vertices_within_the_weld_are_one_also_across_cell_borders
    rng = Random.new(3)
    pool = VertexPool.new
    200.times do
      x, y, z = Array.new(3) { (rng.rand(-5_000_000..5_000_000) * VertexPool::CELL) - VertexPool::OFFSET }
      id = pool.weld(x, y, z)
      assert_equal id, pool.weld(x - 8e-9, y + 8e-9, z - 8e-9)
      refute_equal id, pool.weld(x + 1e-6, y, z)
    end
  end

  def test_a_pool_with_a_box_knows_only_what_is_inside
    pool = VertexPool.new([0.0, 9.0], [0.0, 9.0], [0.0, 9.0], box: [-1, -1, -1, 1, 1, 1])
    assert_equal 0, pool.weld(0.0, 0.0, 0.0)
    assert_equal 2, pool.weld(9.0, 9.0, 9.0)
  end

  def boxes(count, rng)
    Array.new(count) { Array.new(3) { rng.rand(0.0..50.0) }.then { |a| a + a.map { |c| c + rng.rand(0.1..9.0) } } }
  end

  def test_grid_finds_just_what_a_plain_search_finds
    rng = Random.new(8)
    facets = boxes(120, rng).map { |b| Facet.new([[0, 1, 2]], 0, 0, 1, 0, nil, b) }
    grid = FacetGrid.new(facets)
    boxes(40, rng).each do |q|
      want =
        facets.each_index.select do |i|
          3.times.all? { |k| facets[i].box[k] <= q[k + 3] && facets[i].box[k + 3] >= q[k] }
        end
      found = []
      grid.each_near(q) { |i| found << i }
      assert_equal want, found.sort
    end
  end

  def circle(radius, turn = 2 * Math::PI)
    Outline.new([Piece.new('rim', [radius, 0.0], [radius, 0.0], [0.0, 0.0], turn)])
  end

  def test_outline_area_is_exact_for_arcs
    assert_in_delta Math::PI * 25, circle(5.0).area, 1e-12
    assert_in_delta(-Math::PI * 25, circle(5.0).reversed.area, 1e-12)
    assert_operator circle(5.0, -2 * Math::PI).ccw.area, :>, 0
  end

  def test_inset_corners_of_a_circle_lie_on_the_smaller_circle
    circle(5.0).corners.each { |c| assert_in_delta 4, Math.hypot(*c.inset(1.0)), 1e-12 }
    assert(circle(5.0).corners.all?(&:smooth?))
  end

  def test_inset_corner_of_a_square_is_mitred
    square =
      Outline.new(
        [[0, 0], [4, 0], [4, 4], [0, 4]].each_cons(2).map.with_index { |(a, b), i| Piece.new("e#{i}", a, b) } +
          [Piece.new('e3', [0, 4], [0, 0])]
      )
    assert_equal [[1.0, 1.0], [3.0, 1.0], [3.0, 3.0], [1.0, 3.0]], square.corners.map { |c| c.inset(1.0) }
    assert_nil square.crossing
    assert_equal [0, 0, 4, 4], square.box
  end

  def test_refined_chords_are_exact_halves
    coarse, fine = [1, 2].map { |r| circle(5.0).corners(r).map(&:point) }
    assert_equal 2 * coarse.size, fine.size
    coarse.each_with_index { |p, i| assert_in_delta 0, Math.hypot(p[0] - fine[2 * i][0], p[1] - fine[2 * i][1]), 1e-12 }
  end

  def test_small_rounds_get_few_chords
    assert_operator Discretise.tube_steps(Math::PI / 2, 0.5), :<, Discretise.tube_steps(Math::PI / 2, 50)
    assert_equal [24, 36, 48], [2, 5, 10].map { |radius| Discretise.steps(2 * Math::PI, radius) }
  end

  def wedge
    Prism.new(
      'w',
      Geometry::Frame::WORLD,
      [Outline.new([Piece.new('a', [0, 0], [6, 0]), Piece.new('b', [6, 0], [0, 3]), Piece.new('c', [0, 3], [0, 0])])],
      0,
      2
    ).solid
  end

  def test_mass_of_a_wedge
    mass = Mass.of(wedge)
    assert_in_delta 18, mass.volume, 1e-12
    [2, 1, 1].zip(mass.centre).each { |want, got| assert_in_delta want, got, 1e-12 }
    assert_in_delta 18 + (2 * (6 + 3 + Math.sqrt(45))), mass.area, 1e-12
  end

  def test_mirrored_and_moved_solids_keep_volume_and_closedness
    moves = [Transform.mirror([1, 0, 0], [1.0, 0.0, 0.0]), Transform.mirror([0, 0, 5], V.unit([1.0, 1.0, 1.0])),
             Transform.between(Geometry::Frame::WORLD, Geometry::Frame.new([4, 5, 6], [1, 2, 3], [1, 0, 0]))]
    moves.each do |m|
      moved = m.apply(wedge) { |n| "copy.#{n}" }
      assert_closed moved
      assert_in_delta 18, Mass.of(moved).volume, 1e-9
      assert_equal wedge.faces.map { |f| "copy.#{f.name}" }.sort, moved.faces.map(&:name).sort
    end
  end

  def test_mirroring_twice_gives_the_solid_back
    mirror = Transform.mirror([2, 3, 4], V.unit([1.0, -2.0, 0.5]))
    there = mirror.apply(mirror.apply(wedge) { |n| n }) { |n| n }
    [wedge, there].map(&:box).transpose.each { |a, b| assert_in_delta a, b, 1e-9 }
  end

  def test_faults_of_an_open_solid_are_told
    open = Solid.compact(wedge, wedge.facets.drop(1))
    assert_match(/\A\d+ edges are not closed\z/, open.faults[0])
    refute open.closed?
  end

  def test_a_face_answers_to_its_aliases
    face = Face.new('a/top', nil, ['b/top'])
    assert face.named?('b/top')
    refute face.named?('c/top')
    assert_equal 'x', face.renamed('x').name
  end
end
