# frozen_string_literal: true

require 'test_helper'

# Faces of cylinders cut at their rulings: pieces are flat, cover the face, and share their corners.
class StripMeshTest < CoreTest
  # A face from s = 0.3 to 6.4 and v = 0 to 10 with corners on every ruling, and holes given as rings of [s, v],
  # clockwise.
  def cut(*holes)
    low = [0.3, 1, 2, 3, 4, 5, 6, 6.4].map { |s| [s, 0.0] }
    outline = low + low.reverse.map { |s, _| [s, 10.0] }
    points = [outline, *holes].flatten(1)
    base = 0
    rings = [outline, *holes].map { |r| (base...(base += r.size)).to_a }
    [*points.transpose.map { |c| c.map(&:to_f) }, rings]
  end

  def polygons(*holes)
    ss, vs, rings = cut(*holes)
    [Solids::StripMesh.polygons(ss, vs, rings), ss, vs]
  end

  def area(found, ss, vs) = found.sum { |loops| loops.sum { |l| Geometry::Polygon.area(l, ss, vs) } }

  def assert_strips(found, ss, vs, wanted)
    assert_in_delta wanted, area(found, ss, vs), 1e-9
    found.each do |loops|
      loops.flatten.map { |i| ss[i] }.minmax.then { |low, high| assert_operator high - low.floor, :<=, 1 + 1e-9 }
    end
    edges = found.flat_map { |loops| loops.flat_map { |l| l.each_index.map { |k| [l[k - 1], l[k]] } } }
    inner = edges.select { |a, b| ss[a] == ss[b] && ss[a] == ss[a].round }
    inner.each { |a, b| assert_includes inner, [b, a], 'what lies on a ruling is shared by both strips' }
  end

  def test_a_plain_face_is_one_piece_a_strip
    found, ss, vs = polygons
    assert_equal 7, found.size
    assert_strips(found, ss, vs, 61.0)
  end

  def test_a_hole_over_several_rulings
    diamond = [[1.5, 5], [2, 6], [3, 7.5], [4, 6], [4.5, 5], [4, 4], [3, 2.5], [2, 4]]
    found, ss, vs = polygons(diamond)
    hole = Geometry::Polygon.area((0...8).to_a, *diamond.transpose).abs
    assert_strips(found, ss, vs, 61.0 - hole)
  end

  def test_a_hole_within_one_strip_one_that_touches_a_ruling_and_two_above_each_other
    within = [[1.2, 5], [1.5, 5.5], [1.8, 5], [1.5, 4.5]]
    touching = [[3, 5], [3.4, 5.5], [3.8, 5], [3.4, 4.5]]
    over = [2.0, 7.0].map { |v| [[4.5, v], [5, v + 1], [5.5, v], [5, v - 1]] }
    [[within], [touching], over, [within, touching, *over]].each do |holes|
      found, ss, vs = polygons(*holes)
      gone = holes.sum { |h| Geometry::Polygon.area((0...4).to_a, *h.transpose).abs }
      assert_strips(found, ss, vs, 61.0 - gone)
    end
  end

  def test_a_corner_near_a_ruling_stands_for_the_one_that_is_missing
    found, ss, vs = polygons([[1.5, 5], [2.1, 6], [2.6, 5], [2.1, 4]])
    refute_nil found
    assert_in_delta 61.0 - 1.1, area(found, ss, vs), 0.1
  end

  def test_an_outline_that_passes_a_ruling_without_a_corner_is_told
    assert_nil polygons([[1.5, 5], [2.5, 6], [3.5, 5], [2.5, 4]])[0]
  end
end
