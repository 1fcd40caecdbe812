# frozen_string_literal: true

require 'test_helper'

# Splines that are lines, circles and named surfaces: a quarter circle as a rational B-spline is known by formula
# (weights 1, cos 45 degrees, 1), and so is all that is turned or drawn out of it. mm.
class RecognitionTest < CoreTest
  G = Geometry
  C = G::Curve
  R = G::Recognition
  FRAME = G::Frame.new([3.0, -2.0, 5.0], [0.3, 0.5, 0.8], [1.0, 0.2, 0.0])
  HALF = Math.sqrt(0.5)
  QUARTER = [0.0, 0.0, 0.0, 1.0, 1.0, 1.0].freeze
  TURN = [0.0, 0.0, 0.0, 1.0, 1.0, 2.0, 2.0, 3.0, 3.0, 4.0, 4.0, 4.0].freeze
  CORNERS = [[1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0], [-1, -1], [0, -1], [1, -1], [1, 0]].freeze
  WEIGHTS = [1.0, HALF, 1.0, HALF, 1.0, HALF, 1.0, HALF, 1.0].freeze

  def ring(radius, z) = CORNERS.map { |x, y| FRAME.point(radius * x, radius * y, z) }

  # What a row of [radius, z, weight] turned about the frame's axis is as a B-spline.
  def turned(meridian, degree, knots)
    G::Chart::Free.new(
      :bspline,
      [[0.0, 4.0], [knots[degree], knots[meridian.size]]],
      G::Chart::Forms::Spline.new(
        [2, degree],
        [TURN, knots],
        CORNERS.map { |x, y| meridian.map { |r, z, _| FRAME.point(r * x, r * y, z) } },
        WEIGHTS.map { |w| meridian.map { |_, _, v| w * v } }
      )
    )
  end

  # Over 0 to 1 both ways.
  def spline(degrees, knots, rows)
    G::Chart::Free.new(:bspline, [[0.0, 1.0]] * 2, G::Chart::Forms::Spline.new(degrees, knots, rows, nil))
  end

  def assert_found(kind, given, **sizes)
    found = R.chart(given)
    assert_equal kind, found.kind
    sizes.each { |name, mm| assert_in_delta mm, found.surface.public_send(name), 1e-6, name.to_s }
    [0.11, 0.4, 0.77].repeated_combination(2) do |k, l|
      u, v = [k, l].zip(given.domain).map { |part, (a, b)| a + ((b - a) * part) }
      p = given.at(u, v)
      assert_in_delta 0, found.surface.distance(p), 1e-6
      assert_operator V.dot(given.normal(u, v), found.normal(*found.uv(p))), :>, 0.999, 'its normal keeps its side'
    end
    found
  end

  def test_a_circle_and_its_sense
    circle = R.curve(C::Spline.new(2, TURN, ring(7.0, 4.0), WEIGHTS))
    assert_equal [true, 7.0], [circle.circle?, circle.a.round(9)]
    assert_in_delta 1, V.dot(circle.frame.z, FRAME.z), 1e-9
    back = R.curve(C::Spline.new(2, TURN, ring(7.0, 4.0).reverse, WEIGHTS))
    assert_in_delta(-1, V.dot(back.frame.z, FRAME.z), 1e-9)
  end

  def test_an_arc
    arc = R.curve(C::Spline.new(2, QUARTER, ring(7.0, 4.0).first(3), WEIGHTS.first(3)))
    assert_in_delta 7, arc.a, 1e-9
    assert_in_delta 0, V.distance(arc.frame.origin, FRAME.point(0, 0, 4.0)), 1e-9
  end

  def test_a_line_in_more_points_than_it_needs
    points = [0.0, 1.0, 4.0, 9.0].map { |t| V.along([1.0, 2.0, 3.0], V.unit([1.0, 1.0, 0.0]), t) }
    line = R.curve(C::Spline.new(3, [0.0, 0.0, 0.0, 0.0, 1.0, 1.0, 1.0, 1.0], points))
    assert_kind_of C::Line, line
    assert_in_delta 1, V.dot(line.direction, V.unit([1.0, 1.0, 0.0])), 1e-9
  end

  def test_what_is_nearly_a_circle_or_a_line_stays_a_spline
    bent = ring(7.0, 4.0).each_with_index.map { |p, i| i == 3 ? V.along(p, FRAME.z, 0.01) : p }
    [
      C::Spline.new(2, TURN, bent, WEIGHTS),
      C::Spline.new(2, QUARTER, ring(7.0, 4.0).first(3)), # without weights a parabola
      C::Spline.new(2, QUARTER, [[0.0, 0.0, 0.0], [5.0, 0.01, 0.0], [10.0, 0.0, 0.0]])
    ].each { |given| assert_same given, R.curve(given) }
  end

  def test_cylinder_and_cone
    straight = [0.0, 0.0, 1.0, 1.0]
    assert_found :cylinder, turned([[6.0, 1.0, 1.0], [6.0, 9.0, 1.0]], 1, straight), radius: 6.0
    assert_found :cylinder, turned([[6.0, 9.0, 1.0], [6.0, 1.0, 1.0]], 1, straight), radius: 6.0
    cone = assert_found(:cone, turned([[6.0, 0.0, 1.0], [2.0, 8.0, 1.0]], 1, straight))
    assert_in_delta 0.5, cone.surface.slope.abs, 1e-9
  end

  def test_sphere_and_torus
    quarter = [[5.0, 0.0, 1.0], [5.0, 5.0, HALF], [0.0, 5.0, 1.0]]
    assert_found :sphere, turned(quarter, 2, QUARTER), radius: 5.0
    tube = quarter.map { |r, z, w| [r + 12.0, z, w] }
    assert_found :torus, turned(tube, 2, QUARTER), radius: 12.0, minor: 5.0
    assert_found :torus, turned(tube.reverse, 2, QUARTER), radius: 12.0, minor: 5.0
  end

  def test_plane
    grid = [[0, 0], [0, 3], [0, 9]].map { |_, y| [0, 2, 5].map { |x| FRAME.point(x, y) } }
    plane = spline([2, 2], [QUARTER] * 2, grid)
    assert_found :plane, plane
  end

  def test_a_curve_drawn_along_a_straight_line_in_either_parameter
    rows = [[0, 0], [4, 7], [9, -2], [15, 3]].map { |x, y| [FRAME.point(x, y), FRAME.point(x, y, 8.0)] }
    knots = [[0.0, 0.0, 0.0, 0.0, 1.0, 1.0, 1.0, 1.0], [0.0, 0.0, 1.0, 1.0]]
    one = spline([3, 1], knots, rows)
    other = spline([1, 3], knots.reverse, rows.transpose)
    [one, other].each do |given|
      found = R.chart(given)
      assert_kind_of G::Chart::Extruded, found
      p = given.at(0.4, 0.7)
      assert_in_delta 0, V.distance(p, found.at(*found.uv(p))), 1e-9
      assert_operator V.dot(given.normal(0.4, 0.7), found.normal(*found.uv(p))), :>, 0.999999
    end
  end

  def test_free_surfaces_stay_free
    dome = [[0, 0, 0], [0, 5, 0], [0, 9, 0]].map { |_, y, _| [0, 2, 5].map { |x| FRAME.point(x, y, x * y * 0.1) } }
    given = spline([2, 2], [QUARTER] * 2, dome)
    assert_same given, R.chart(given)
  end

  # A thread's helix as a uniform cubic spline of 16 spans a turn: places at equal steps of 4, 8, 12 or 24 turns lie one
  # above the other, or in one plane.
  def helix(turns, radius)
    count = (16 * turns) + 3
    angle = 2 * Math::PI / 16
    points = (0...count).map { |i| [radius * Math.cos(i * angle), radius * Math.sin(i * angle), i * 0.1] }
    [3, (0..(count + 3)).map { |k| (k - 3).fdiv(16 * turns) }, points]
  end

  [4, 8, 12, 24, 48].each do |turns|
    define_method("test_a_thread_of_#{turns}_turns_is_neither_line_nor_plane") do
      degree, knots, inner = helix(turns, 9.0)
      curve = C::Spline.new(degree, knots, inner)
      assert R.curve(curve).equal?(curve)

      rows = inner.zip(helix(turns, 10.0)[2])
      flank = G::Chart::Forms::Spline.new([3, 1], [knots, [0.0, 0.0, 1.0, 1.0]], rows, nil)
      assert_equal :bspline, R.chart(G::Chart::Free.new(:bspline, [[0.0, 1.0]] * 2, flank)).kind
      wall = G::Chart::Extruded.new(curve, [1.0, 0.0, 0.0])
      refute R.chart(wall).plane?
    end
  end
end
