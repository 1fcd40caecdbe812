# frozen_string_literal: true

require 'test_helper'

# Triangulations made Delaunay: laws on random polygons.
class DelaunayTest < CoreTest
  def area(us, vs, t) = Solids::Triangulator.turn(us, vs, *t) / 2

  # A star-shaped polygon about the origin, and points inside it.
  def star(rng, corners, inner)
    angles = Array.new(corners) { |i| (i + rng.rand(0.1..0.9)) * 2 * Math::PI / corners }
    outer = angles.map { |a| r = rng.rand(3.0..6.0); [r * Math.cos(a), r * Math.sin(a)] }
    within = Array.new(inner) { a, r = rng.rand(0.0..6.28), rng.rand(0.0..2.0); [r * Math.cos(a), r * Math.sin(a)] }
    [(outer + within).map(&:first), (outer + within).map(&:last)]
  end

  def test_area_points_and_circles
    12.times do |seed|
      rng = Random.new(seed)
      us, vs = star(rng, 14, 25)
      ring = (0...14).to_a
      found = Geometry::Delaunay.new(us, vs, Solids::Triangulator.new(us, vs, [ring]).triangles).call((14...39).to_a)
      assert_in_delta Geometry::Polygon.area(ring, us, vs), found.sum { |t| area(us, vs, t) }, 1e-9, 'the same area'
      assert(found.all? { |t| area(us, vs, t).positive? })
      assert_equal (0...39).to_a, found.flatten.uniq.sort, 'every point is a corner'
      assert_equal (2 * 25) + 14 - 2, found.size, 'Euler: 2 i + b - 2 triangles'
      delaunay?(us, vs, found)
    end
  end

  # No inner edge can be turned to a better one: the opposite corner lies outside the circle or the quad is not convex.
  def delaunay?(us, vs, triangles)
    apex = {}
    triangles.each { |t| 3.times { |k| apex[[t[k], t[(k + 1) % 3]]] = t[(k + 2) % 3] } }
    apex.each do |(a, b), c|
      d = apex[[b, a]] or next
      next unless [[c, d, b], [d, c, a]].all? { |t| Solids::Triangulator.turn(us, vs, *t) > 1e-9 }

      angle = ->(p, q, r) do
        u = [us[p] - us[q], vs[p] - vs[q]]
        w = [us[r] - us[q], vs[r] - vs[q]]
        Math.acos(((u[0] * w[0]) + (u[1] * w[1])) / Math.hypot(*u) / Math.hypot(*w))
      end
      assert_operator angle[a, c, b] + angle[a, d, b], :<=, Math::PI + 1e-6
    end
  end

  def test_a_point_on_an_edge_cuts_both_triangles
    us, vs = [0.0, 4.0, 4.0, 0.0, 2.0], [0.0, 0.0, 4.0, 4.0, 2.0]
    found = Geometry::Delaunay.new(us, vs, [[0, 1, 2], [0, 2, 3]]).call([4])
    assert_equal 4, found.size
    assert_in_delta 16, found.sum { |t| area(us, vs, t) }, 1e-12
  end

  def test_a_point_that_is_there_already_is_left_out
    us, vs = [0.0, 4.0, 4.0, 0.0, 4.0], [0.0, 0.0, 4.0, 4.0, 4.0]
    assert_equal 2, Geometry::Delaunay.new(us, vs, [[0, 1, 2], [0, 2, 3]]).call([4]).size
  end
end
