# frozen_string_literal: true

require 'test_helper'

class TriangulatorTest < CoreTest
  Plane2 = Struct.new(:xs, :ys, :zs)

  # A facet in z = 0 from loops of points, with its vertex store.
  def facet(*loops)
    points = loops.flatten(1)
    store = Plane2.new(points.map { |p| p[0].to_f }, points.map { |p| p[1].to_f }, [0.0] * points.size)
    at = 0
    ids = loops.map { |l| l.map { (at += 1) - 1 } }
    [store, Solids::Facet.over(store, ids, Solids::Face.new('f', Geometry::Surface.plane([0, 0, 0], [0, 0, 1])))]
  end

  def circle(u, v, r, n, ccw: true)
    Array.new(n) { |i| (2 * Math::PI * (ccw ? i : -i) / n).then { |a| [u + (r * Math.cos(a)), v + (r * Math.sin(a))] } }
  end

  def area(store, polygons) = polygons.sum { |p| Geometry::Polygon.area(p, store.xs, store.ys) }

  def assert_tiles(store, facet)
    whole = facet.loops.sum { |l| Geometry::Polygon.area(l, store.xs, store.ys) }
    triangles = Solids::Triangulator.triangles(store, facet)
    assert triangles.all? { |t| Geometry::Polygon.area(t, store.xs, store.ys) >= 0 }
    assert_in_delta whole, area(store, triangles), 1e-9
    pieces = Solids::Triangulator.convex_pieces(store, facet)
    assert pieces.all? { |p| Solids::Triangulator.convex?(store.xs, store.ys, p) }
    assert_in_delta whole, area(store, pieces), 1e-9
    pieces
  end

  def test_square_is_one_piece = assert_equal(1, assert_tiles(*facet([[0, 0], [2, 0], [2, 2], [0, 2]])).size)

  def test_square_with_a_square_hole
    assert_tiles(*facet([[0, 0], [6, 0], [6, 6], [0, 6]], [[2, 2], [2, 4], [4, 4], [4, 2]]))
  end

  def test_plate_with_25_round_holes
    holes = 5.times.flat_map { |i| 5.times.map { |j| circle(10 + (i * 10), 10 + (j * 10), 3, 24, ccw: false) } }
    assert_tiles(*facet([[0, 0], [60, 0], [60, 60], [0, 60]], *holes))
  end

  def test_hole_touching_the_outline_at_a_corner
    assert_tiles(*facet([[0, 0], [4, 0], [4, 4], [0, 4]], [[0, 0], [1, 2], [2, 1]]))
  end

  def test_random_stars_with_holes
    rng = Random.new(5)
    15.times do
      star =
        Array.new(30) do |i|
          (2 * Math::PI * i / 30).then { |a| rng.rand(12.0..20.0).then { |r| [r * Math.cos(a), r * Math.sin(a)] } }
        end
      assert_tiles(*facet(star, circle(0, 0, rng.rand(1.0..4), 13, ccw: false), circle(7, 0, 2, 9, ccw: false)))
    end
  end
end
