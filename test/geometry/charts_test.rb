# frozen_string_literal: true

require 'test_helper'

# Surfaces by two parameters, curves by one, and B-splines: against closed forms, and each other's inverse. mm, radians.
class ChartsTest < CoreTest
  # A surface by a formula alone.
  Form = Struct.new(:formula) do
    def at(u, v) = formula.call(u, v)
    def partials(_u, _v) = nil
  end

  G = Geometry
  FRAME = G::Frame.new([3.0, -2.0, 5.0], [0.3, 0.5, 0.8], [1.0, 0.2, 0.0])
  CHARTS =
    {
      plane: {},
      cylinder: {
        radius: 12.0
      },
      cone: {
        radius: 9.0,
        slope: 0.4
      },
      sphere: {
        radius: 15.0
      },
      torus: {
        radius: 20.0,
        minor: 6.0
      }
    }.to_h { |kind, sizes| [kind, G::Chart::Elementary.new(kind, FRAME, **sizes)] }.freeze

  CHARTS.each do |kind, chart|
    define_method("test_#{kind}_gives_back_its_parameters_and_lies_on_its_surface") do
      [[0.3, 0.4], [2.9, -0.7], [-1.8, 1.1]].each do |u, v|
        p = chart.at(u, v)
        assert_in_delta 0, chart.surface.distance(p), 1e-9
        back = chart.uv(p)
        [u, v].zip(back) { |a, b| assert_in_delta 0, kind == :plane ? a - b : Math.sin((a - b) / 2), 1e-9 }
        n = chart.normal(u, v)
        assert_in_delta 1, V.length(n), 1e-9
        assert_in_delta 1, V.dot(n, chart.surface.normal_at(p)), 1e-9
      end
    end

    define_method("test_#{kind}_has_partials_that_are_its_slopes") do
      u, v, h = 0.7, 0.5, 1e-5
      su, sv = chart.partials(u, v)
      [[su, chart.at(u + h, v), chart.at(u - h, v)], [sv, chart.at(u, v + h), chart.at(u, v - h)]].each do |d, a, b|
        3.times { |k| assert_in_delta (a[k] - b[k]) / (2 * h), d[k], 1e-5 }
      end
      assert_in_delta 1, V.dot(V.unit(V.cross(su, sv)), chart.normal(u, v)), 1e-9
    end
  end

  def test_turned_charts_have_their_normal_turned
    chart = CHARTS[:cylinder]
    turned = G::Chart::Turned.new(chart)
    assert_equal chart.at(0.4, 2.0), turned.at(-0.4, 2.0)
    assert_in_delta(-1, V.dot(chart.normal(0.4, 2.0), turned.normal(-0.4, 2.0)), 1e-12)
    turned.uv(chart.at(0.4, 2.0)).zip([-0.4, 2.0]) { |a, b| assert_in_delta b, a, 1e-9 }
  end

  # An eighth of a sphere would be rational; a paraboloid z = x2 + y2 is a polynomial patch of degree two.
  def paraboloid
    knots = [0.0, 0.0, 0.0, 1.0, 1.0, 1.0]
    # Bezier points of t2 are 0, 0, 1; of t: 0, 1/2, 1
    points =
      [0.0, 0.5, 1.0].zip([0.0, 0.0, 1.0])
        .map { |x, xx| [0.0, 0.5, 1.0].zip([0.0, 0.0, 1.0]).map { |y, yy| [x, y, xx + yy] } }
    G::Chart::Free.new(:bspline, [[0.0, 1.0], [0.0, 1.0]], G::Chart::Forms::Spline.new([2, 2], [knots, knots], points))
  end

  def test_a_b_spline_surface_is_the_polynomial_it_stands_for
    chart = paraboloid
    [[0.0, 0.0], [0.3, 0.8], [1.0, 0.5]].each do |u, v|
      chart.at(u, v).zip([u, v, (u * u) + (v * v)]) { |a, b| assert_in_delta b, a, 1e-12 }
      su, sv = chart.partials(u, v)
      su.zip([1.0, 0.0, 2 * u]) { |a, b| assert_in_delta b, a, 1e-9 }
      sv.zip([0.0, 1.0, 2 * v]) { |a, b| assert_in_delta b, a, 1e-9 }
    end
    chart.uv([0.3, 0.8, 0.73]).zip([0.3, 0.8]) { |a, b| assert_in_delta b, a, 1e-7 }
  end

  # z = x y.
  SADDLE = [[[0.0, 0.0, 0.0], [0.0, 1.0, 0.0]], [[1.0, 0.0, 0.0], [1.0, 1.0, 1.0]]].freeze

  def assert_vectors(expected, found, within = 1e-9)
    expected.flatten.zip(found.flatten) { |a, b| assert_in_delta a, b, within }
  end

  def test_how_the_slopes_of_a_b_spline_surface_change
    chart = paraboloid
    slopes = ->(u, v) { [[1.0, 0.0, 2 * u], [0.0, 1.0, 2 * v]] }
    assert_vectors [*slopes[0.3, 0.8], [0.0, 0.0, 2.0], [0.0] * 3, [0.0, 0.0, 2.0]], chart.bends(0.3, 0.8)
    saddle = G::Chart::Forms::Spline.new([1, 1], [[0.0, 0.0, 1.0, 1.0]] * 2, SADDLE)
    assert_vectors [[1.0, 0.0, 0.8], [0.0, 1.0, 0.3], [0.0] * 3, [0.0, 0.0, 1.0], [0.0] * 3], saddle.bends(0.3, 0.8)
    exchanged = G::Chart::Forms::Exchanged.new(chart.form)
    assert_vectors chart.bends(0.8, 0.3).values_at(1, 0, 4, 3, 2), exchanged.bends(0.3, 0.8)
  end

  # A quarter of a cylinder of radius 3: P.P = 9 across the axis, so that P.P' = 0 and P'.P' + P.P'' = 0.
  def test_how_the_slopes_of_a_rational_surface_change
    weights = [1.0, Math.sqrt(0.5), 1.0].map { |w| [w, w] }
    points = [[3.0, 0.0], [3.0, 3.0], [0.0, 3.0]].map { |x, y| [[x, y, 0.0], [x, y, 8.0]] }
    form = G::Chart::Forms::Spline.new([2, 1], [[0.0, 0.0, 0.0, 1.0, 1.0, 1.0], [0.0, 0.0, 1.0, 1.0]], points, weights)
    [0.0, 0.37, 1.0].each do |u|
      x, y, = form.at(u, 0.5)
      su, sv, suu, suv, svv = form.bends(u, 0.5)
      assert_in_delta 9, (x * x) + (y * y), 1e-12
      assert_in_delta 0, (su[0] * x) + (su[1] * y), 1e-9
      assert_in_delta 0, V.dot(su, su) + (suu[0] * x) + (suu[1] * y), 1e-9
      assert_vectors [[0.0, 0.0, 8.0], [0.0] * 3, [0.0] * 3], [sv, suv, svv]
      assert_vectors [su, sv], form.partials(u, 0.5).first(2)
    end
  end

  def test_slopes_without_a_formula_are_found_by_differences
    plain = G::Chart::Free.new(:bspline, [[0.0, 2.0], [0.0, 3.0]], Form.new(->(u, v) { [u * v, u + v, u * u] }))
    su, sv = plain.partials(1.2, 0.7)
    su.zip([0.7, 1.0, 2.4]) { |a, b| assert_in_delta b, a, 1e-6 }
    sv.zip([1.2, 1.0, 0.0]) { |a, b| assert_in_delta b, a, 1e-6 }
  end

  def test_a_free_surface_finds_out_that_it_closes_and_where_its_poles_are
    ball =
      G::Chart::Free.new(
        :revolution,
        [[0.0, 2 * Math::PI], [-Math::PI / 2, Math::PI / 2]],
        Form.new(->(u, v) { [Math.cos(v) * Math.cos(u), Math.cos(v) * Math.sin(u), Math.sin(v)] })
      )
    assert_in_delta 2 * Math::PI, ball.periods[0], 1e-12
    assert_nil ball.periods[1]
    assert_equal [-Math::PI / 2, Math::PI / 2], ball.poles
  end

  def test_a_surface_whose_other_lines_shrink_is_turned
    fan =
      G::Chart::Free.new(
        :bspline,
        [[0.0, 1.0], [0.0, 1.0]],
        Form.new(->(u, v) { [u * Math.cos(v), u * Math.sin(v), 0.0] })
      )
    turned = fan.turned_if_needed
    assert_equal [0.0], turned.poles
    assert_in_delta 1, V.dot(fan.normal(0.5, 0.3), turned.normal(0.3, 0.5)), 1e-9, 'the normal stays on its side'
  end

  # --- curves

  def circle(radius = 10.0) = G::Curve::Conic.new(:ellipse, FRAME, radius, radius)

  def test_circles_have_their_chords_at_the_same_angles_whatever_their_own_axes
    other = G::Curve::Conic.new(:ellipse, G::Frame.new(FRAME.origin, FRAME.z, [0.0, 1.0, 0.3]), 10.0, 10.0)
    flipped = G::Curve::Conic.new(:ellipse, FRAME.flipped, 10.0, 10.0)
    sets =
      [circle, other, flipped].map do |c|
        c.places(0.0, 2 * Math::PI, 0.01)[1...-1].map { |t| c.at(t).map { |x| x.round(6) } }
      end
    inner = sets.map { |s| s.sort }
    assert_operator (inner[0] & inner[1]).size, :>=, 34
    assert_operator (inner[0] & inner[2]).size, :>=, 34
  end

  def test_parameters_of_points
    {
      circle: circle,
      ellipse: G::Curve::Conic.new(:ellipse, FRAME, 12.0, 5.0),
      line: G::Curve::Line.new([1.0, 2.0, 3.0], [1.0, 1.0, 0.0])
    }.each_value { |c| [0.2, 1.7, 4.4].each { |t| assert_in_delta t, c.parameter(c.at(t)), 1e-9 } }
  end

  # The quarter circle as a rational B-spline of degree two.
  def quarter
    G::Curve::Spline.new(
      2,
      [0.0, 0.0, 0.0, 1.0, 1.0, 1.0],
      [[1.0, 0.0, 0.0], [1.0, 1.0, 0.0], [0.0, 1.0, 0.0]],
      [1.0, Math.sqrt(0.5), 1.0]
    )
  end

  def test_a_rational_quarter_circle_is_round
    11.times { |i| assert_in_delta 1, V.length(quarter.at(i / 10.0)), 1e-12 }
    assert_in_delta 0.37, quarter.parameter(quarter.at(0.37)), 1e-9
  end

  def test_places_keep_chords_within_reach_and_end_where_asked
    [quarter, G::Curve::Conic.new(:ellipse, FRAME, 12.0, 5.0)].each do |c|
      from, to = c.domain
      places = c.places(from, to * 0.9, 4e-3)
      assert_equal [from, to * 0.9], [places[0], places[-1]]
      places.each_cons(2) do |a, b|
        p, q, m = c.at(a), c.at(b), c.at((a + b) / 2)
        chord = V.sub(q, p)
        assert_operator V.length(V.cross(chord, V.sub(m, p))) / V.length(chord), :<, 4.4e-3
      end
      assert_equal places.reverse, c.places(to * 0.9, from, 4e-3) if c.is_a?(G::Curve::Spline)
    end
  end

  def test_refined_places_halve_every_chord
    assert_equal([0.0, 0.5, 1.0, 2.0, 3.0], quarter.refined([0.0, 1.0, 3.0], 2))
  end

  def test_joined_curves_run_through_their_parts
    path = G::Curve::Joined.polyline([[0.0, 0.0, 0.0], [10.0, 0.0, 0.0], [10.0, 5.0, 0.0]])
    assert_equal [[0.0, 0.0, 0.0], [10.0, 0.0, 0.0], [10.0, 2.5, 0.0]], [0.0, 1.0, 1.5].map { |t| path.at(t) }
    assert_equal [0.0, 1.0, 2.0], path.places(0.0, 2.0, 0.01)
    assert_in_delta 1.5, path.parameter([10.0, 2.5, 0.0]), 1e-6
  end

  def test_basis_functions_sum_to_one
    knots = [0.0, 0.0, 0.0, 0.0, 1.0, 2.5, 4.0, 4.0, 4.0, 4.0]
    [0.0, 0.7, 1.0, 2.4, 3.9, 4.0].each do |t|
      i = G::Nurbs.span(knots, 3, 6, t)
      values, slopes = G::Nurbs.basis_and_slopes(knots, 3, i, t)
      assert_in_delta 1, values.sum, 1e-12
      assert_in_delta 0, slopes.sum, 1e-9
    end
  end

  # A strip wound twelve times round: more turns than the search has starts along it at first.
  def test_places_on_a_long_narrow_surface_are_found
    long = 24 * Math::PI
    form = Form.new(->(u, v) { [(10 + u) * Math.cos(v), (10 + u) * Math.sin(v), 0.4 * v] })
    chart = G::Chart::Free.new(:bspline, [[0.0, 1.0], [0.0, long]], form, periods: [nil, nil])
    60.times do |i|
      u, v = (i % 7) / 6.0, long * i / 59
      back = chart.uv(chart.at(u, v))
      assert_in_delta 0, V.distance(chart.at(u, v), chart.at(*back)), 1e-6, "at #{v.round(2)}"
    end
  end

  # --- rulings

  def test_points_of_a_strip_are_led_to_its_plane
    rulings = G::Rulings.new(FRAME, 10.0)
    40.times do |i|
      a = i * 0.157
      p = FRAME.point(10 * Math.cos(a), 10 * Math.sin(a), 3.0)
      gaps = rulings.strips(p)
      shift = G::Meeting.shift(gaps)
      moved = V.add(p, shift)
      assert_operator V.length(shift), :<=, rulings.height + 1e-9
      gaps.each { |n, d| assert_in_delta 0, V.dot(n, shift) - d, 1e-9 }
      assert_operator V.length(V.sub(moved, FRAME.point(0, 0, 3.0))), :<=, 10 + 1e-9
    end
  end

  def test_points_on_a_ruling_belong_to_both_strips
    rulings = G::Rulings.new(FRAME, 10.0)
    a = G::Rulings.first(FRAME) + (3 * rulings.step)
    gaps = rulings.strips(FRAME.point(10 * Math.cos(a), 10 * Math.sin(a), 0.0))
    assert_equal 2, gaps.size
    gaps.each { |_, d| assert_in_delta 0, d, 1e-9 }
  end

  def test_normals_are_found_again_after_a_move
    field = G::NormalField.new([[[1.0, 2.0, 3.0], [0.0, 0.0, 1.0]], [[4.0, 5.0, 6.0], [1.0, 0.0, 0.0]]])
    turn = Solids::Transform.between(G::Frame::WORLD, FRAME)
    moved = field.mapped(turn.method(:point), turn.method(:direction))
    assert_equal turn.direction([1.0, 0.0, 0.0]), moved.at(turn.point([4.0, 5.0, 6.0]))
    assert_equal [0.0, 0.0, 1.0], field.at([1.1, 2.0, 3.0]), 'the nearest one, away from the points'
  end
end
