# frozen_string_literal: true

require 'test_helper'
require 'step_helper'

# Curves that run along other lines in the image.
class OverlaidTest < CoreTest
  include StepHelpers
  # A quarter of a circle about the origin as Bezier spans; off: mm farther out.
  def quarter(radius, visible, spans: 3, from: 0.0)
    step = Math::PI / 2 / spans
    k = 4.0 / 3 * Math.tan(step / 4)
    points = spans.times.flat_map do |i|
      a, b = from + (i * step), from + ((i + 1) * step)
      p, q = [a, b].map { |t| [radius * Math.cos(t), radius * Math.sin(t)] }
      [p, [p[0] - (k * p[1]), p[1] + (k * p[0])], [q[0] + (k * q[1]), q[1] - (k * q[0])]] + (i == spans - 1 ? [q] : [])
    end
    Projection::Stroke.new(shape: :spline, kind: :silhouette, visible: visible, faces: ['f'], points: points)
  end

  def left(*strokes) = Projection::Overlaid.thin(strokes)

  def test_a_hidden_curve_under_a_visible_one_of_other_spans_goes
    seen = quarter(50.0, true, spans: 5)
    assert_equal [seen], left(seen, quarter(50.0, false, spans: 4))
  end

  # A curve that goes on where another ends, with a first span a few hundredths long, whose halves are near each other.
  def test_a_short_span_where_another_curve_ends_stays
    [0.5, 0.05, 0.03, 0.02].each do |mm|
      short = quarter(50.0, true, spans: 1).tap do |s|
        s.points = Projection::Exact.part(s.points, 0.0, mm / (25 * Math::PI)) +
                   Projection::Exact.part(s.points, mm / (25 * Math::PI), 1.0).drop(1)
      end
      before = quarter(50.0, true, from: -Math::PI / 2)
      kept = left(before, short)
      assert_in_delta before.length + short.length, kept.sum(&:length), 1e-6, "#{mm} mm"
    end
  end

  def test_curves_apart_both_stay
    strokes = [quarter(50.0, true), quarter(50.1, false)]
    assert_equal 2, left(*strokes).size
  end

  def test_of_two_hidden_curves_one_stays_and_none_of_the_line_is_lost
    kept = left(quarter(50.0, false, spans: 4), quarter(50.0, false, spans: 5))
    assert_in_delta 25 * Math::PI, kept.sum(&:length), 25 * Math::PI * 0.25
    assert_operator kept.sum(&:length), :>=, (25 * Math::PI) - 1e-2
  end

  def test_an_arc_covers_what_runs_on_it_and_only_that
    arc =
      Projection::Stroke.new(
        shape: :arc,
        kind: :sharp,
        visible: true,
        faces: ['g'],
        centre: [0.0, 0.0],
        rx: 50.0,
        ry: 50.0,
        rotation: 0.0,
        from: 0.0,
        to: Math::PI / 4
      )
    kept = left(arc, quarter(50.0, false, spans: 4))
    assert_in_delta 25 * Math::PI / 2, kept.reject(&:arc?).sum(&:length), 1e-3
  end

  def test_lines_that_cross_a_curve_cover_nothing
    line =
      Projection::Stroke.new(
        shape: :line,
        kind: :sharp,
        visible: true,
        faces: ['h'],
        points: [[0.0, 0.0], [60.0, 60.0]]
      )
    assert_equal 2, left(line, quarter(50.0, false)).size
  end

  # Where a span of some hundredths of a millimetre is between others: the cross hole of the lever meets its bore in one
  # curve, of which no span is left out (once in two pieces, 0.036 mm apart).
  def test_a_curve_does_not_lie_on_its_own_neighbours
    solid = step_model('lever').solid
    hidden = Projection::Linework.of(solid, Projection::ViewFrame.named('iso')).strokes.select do |s|
      s.spline? && !s.visible && s.kind == :sharp
    end
    ends = hidden.flat_map { |s| [s.points.first, s.points.last].map { |p| [p, s] } }
    close = ends.combination(2).count do |(p, s), (q, t)|
      !s.equal?(t) && s.faces == t.faces && Math.hypot(p[0] - q[0], p[1] - q[1]).between?(1e-6, 0.1)
    end
    assert_equal 0, close
    assert_predicate hidden, :any?
  end
end
