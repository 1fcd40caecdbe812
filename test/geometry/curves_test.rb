# frozen_string_literal: true

require 'test_helper'

# Splines, meeting planes and surfaces, distances: against formulas, mm.
class CurvesTest < CoreTest
  include Geometry

  def arc_points(n, r = 10.0)
    (0..n).map { |i| [r * Math.cos(Math::PI * i / n / 2), r * Math.sin(Math::PI * i / n / 2)] }
  end

  def test_a_spline_goes_through_its_points
    points = [[0.0, 0.0], [3.0, 4.0], [10.0, 4.0], [12.0, -2.0]]
    spline = Spline.new(points)
    points.each { |p| spline.at(spline.nearest(p)).zip(p) { |a, b| assert_in_delta b, a, 1e-9 } }
    assert_equal points[0], spline.at(0.0)
    assert_in_delta(-2, spline.at(1.0)[1], 1e-12)
  end

  def test_a_spline_with_given_ends_follows_a_circle
    spline = Spline.new(arc_points(6), start: [0.0, 1.0], finish: [-1.0, 0.0])
    # 5/384 h^4 f'''' of spans of 15 degrees
    (0..40).each { |i| assert_in_delta 10, Math.hypot(*spline.at(i / 40.0)), 6e-4 }
  end

  def test_a_spline_of_points_on_a_line_is_the_line
    spline = Spline.new([[0.0, 0.0], [1.0, 2.0], [4.0, 8.0]])
    (0..10).each { |i| spline.at(i / 10.0).then { |u, v| assert_in_delta 2 * u, v, 1e-12 } }
  end

  def test_slopes_are_continuous_and_the_derivative_is_the_slope
    spline = Spline.new([[0.0, 0.0], [3.0, 4.0], [10.0, 4.0], [12.0, -2.0]])
    (1..19).each do |i|
      t = i / 20.0
      d = spline.derivative(t)
      before, after = [t - 1e-6, t + 1e-6].map { |s| spline.at(s) }
      slope = [0, 1].map { |k| after[k] - before[k] }
      assert_in_delta 0, ((d[0] * slope[1]) - (d[1] * slope[0])) / Math.hypot(*d) / Math.hypot(*slope), 1e-6
    end
  end

  def test_reversed_and_moved_splines_are_the_same_curve
    spline = Spline.new([[0.0, 0.0], [3.0, 4.0], [10.0, 4.0]], start: [1.0, 0.0])
    turned = spline.mapped { |u, v| [5 - v, u + 1] }
    (0..10).each do |i|
      p = spline.at(i / 10.0)
      assert_in_delta 0, Math.hypot(*spline.reversed.at(1 - (i / 10.0)).zip(p).map { |a, b| a - b }), 1e-9
      assert_in_delta 0, Math.hypot(*turned.at(i / 10.0).zip([5 - p[1], p[0] + 1]).map { |a, b| a - b }), 1e-9
    end
  end

  def test_bezier_spans_are_the_spline
    spline = Spline.new([[0.0, 0.0], [3.0, 4.0], [10.0, 4.0]])
    knots = [0.0, 5.0, 12.0].map { |k| k / 12 }
    spline.beziers.each_with_index do |b, i|
      [0.2, 0.7].each do |t|
        p = spline.at(knots[i] + ((knots[i + 1] - knots[i]) * t))
        assert_in_delta 0, Math.hypot(*Projection::Stroke.bezier_at(b, t).zip(p).map { |x, y| x - y }), 1e-9
      end
    end
  end

  def test_planes_meet_where_the_shift_says
    planes = [[[1.0, 0.0, 0.0], 2.0], [V.unit([1.0, 1.0, 0.0]), 3.0], [[0.0, 0.0, 1.0], -1.0]]
    shift = Meeting.shift(planes)
    planes.each { |n, d| assert_in_delta d, V.dot(n, shift), 1e-12 }
    assert_equal [0.0, 0.0, 4.0], Meeting.shift([[[0.0, 0.0, 1.0], 4.0]]), 'one plane: the shortest way'
    assert_nil Meeting.shift([[[0.0, 0.0, 1.0], 4.0], [[0.0, 0.0, 1.0], 5.0]]), 'parallel planes do not meet'
  end

  def test_points_are_polished_onto_three_surfaces
    surfaces = [
      Surface.cylinder([0, 0, 0], [0, 0, 1], 10.0),
      Surface.sphere([0, 0, 0], [0, 0, 1], 12.0),
      Surface.plane([3, 0, 0], [1, 0, 0])
    ]
    p = Meeting.polish([3.1, 9.4, 6.5], surfaces, 1.0)
    [3, Math.sqrt(91), Math.sqrt(44)].zip(p) { |want, got| assert_in_delta want, got, 1e-9 }
    assert_nil Meeting.polish([3.1, 9.4, 6.5], [Surface.sphere([50, 0, 0], [0, 0, 1], 1.0)], 1.0), 'too far away'
  end

  def test_distances_from_surfaces_and_offsets
    {
      Surface.cylinder([0, 0, 0], [0, 0, 1], 10.0) => 3,
      Surface.sphere([0, 0, 0], [0, 0, 1], 10.0) => 3,
      Surface.torus([0, 0, 0], [0, 0, 1], 10.0, 2.0) => 1,
      Surface.cone([0, 0, 0], [0, 0, 1], 10.0, 0.5) => 3 / Math.sqrt(1.25),
      Surface.plane([11, 0, 0], [1, 0, 0]) => 2
    }.each do |surface, distance|
      assert_in_delta distance, surface.distance([13.0, 0.0, 0.0]), 1e-12, surface.kind
      assert_in_delta distance - 0.5, surface.offset(0.5).distance([13.0, 0.0, 0.0]), 1e-12, surface.kind
    end
    assert_nil Surface.cylinder([0, 0, 0], [0, 0, 1], 10.0).offset(-10.0)
  end

  def test_distance_from_a_triangle
    a, b, c = [0.0, 0.0, 0.0], [4.0, 0.0, 0.0], [0.0, 3.0, 0.0]
    assert_in_delta 2, Solids::Distance.to_triangle([1.0, 1.0, 2.0], a, b, c), 1e-12
    assert_in_delta 1, Solids::Distance.to_triangle([2.0, -1.0, 0.0], a, b, c), 1e-12
    assert_in_delta 5, Solids::Distance.to_triangle([-3.0, -4.0, 0.0], a, b, c), 1e-12
  end

  # The plain way of finding windings: a ray from beside every piece (docs: Geometry::Windings carries them instead).
  def ray_windings(us, vs, pa, pb, counts)
    pa.each_index.map do |i|
      mu, mv = [us, vs].map { |c| (c[pa[i]] + c[pb[i]]) / 2 }
      l = Math.hypot(us[pb[i]] - us[pa[i]], vs[pb[i]] - vs[pa[i]])
      x = mu - ((vs[pb[i]] - vs[pa[i]]) / l * 1e-6)
      y = mv + ((us[pb[i]] - us[pa[i]]) / l * 1e-6)
      3.times.map do |k|
        pa.each_index.sum do |j|
          p, q = [vs[pa[j]], vs[pb[j]]]
          next 0 if (p > y) == (q > y) || us[pa[j]] + ((us[pb[j]] - us[pa[j]]) * (y - p) / (q - p)) < x

          q > p ? counts[j][k] : -counts[j][k]
        end
      end
    end
  end

  def test_carried_windings_are_those_of_rays
    20.times do |seed|
      rng = Random.new(seed)
      us, vs, pa, pb, counts = [], [], [], [], []
      3.times do |set| # a grid of unit squares, some taken: shared sides cancel, corners touch
        5.times.to_a.product(5.times.to_a).select { rng.rand < 0.5 }.each do |i, j|
          [[i, j], [i + 1, j], [i + 1, j + 1], [i, j + 1]].then do |c|
            c.each_index { |k| put(c[k - 1], c[k], set, us, vs, pa, pb, counts) }
          end
        end
      end
      live = pa.each_index.reject { |i| counts[i].all?(&:zero?) }
      pa, pb, counts = [pa, pb, counts].map { |list| list.values_at(*live) }
      pool = Struct.new(:xs, :ys, :zs).new(us, vs, us.map { 0.0 })
      assert_equal ray_windings(us, vs, pa, pb, counts),
                   Windings.new(pool, us, vs, pa, pb, counts, nil).left,
                   "seed #{seed}"
    end
  end

  def put(from, to, set, us, vs, pa, pb, counts)
    a, b = [from, to].map do |p|
      us.each_index.find { |i| us[i] == p[0] && vs[i] == p[1] } ||
        us.push(p[0].to_f).size.pred.tap { vs.push(p[1].to_f) }
    end
    step = 1
    a, b, step = b, a, -1 if a > b
    i =
      pa.each_index.find { |k| pa[k] == a && pb[k] == b } ||
        pa.push(a).size.pred.tap { pb.push(b) && counts.push([0, 0, 0]) }
    counts[i][set] += step
  end
end
