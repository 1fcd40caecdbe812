# frozen_string_literal: true

module Nockplane
  module Solids
    # How finely a curved surface is meshed: steps in u and v like the chords of a circle that turns as its normal does;
    # and the lines themselves.
    class PatchGrid
      MOST = 96
      # Surfaces turned about an axis: their lines go on from the points of their rims, which are about as far apart,
      # and the cells between them are flat.
      TURNED = %i[sphere torus].freeze
      # Points of an outline that must lie on lines a step apart for the grid to have these.
      LEAST_ON = 3

      attr_reader :step_u, :step_v

      def initialize(chart, refine)
        @chart = chart
        @refine = refine
      end

      # mm that points of a straight border may be apart where a surface of known bounds twists; nil where it does not.
      def self.along_borders(chart)
        return nil unless chart.is_a?(Geometry::Chart::Free) && chart.domain.all?

        mm = new(chart, 1).twisted_sides&.then { |a, b| Math.sqrt(a * b) }
        mm if mm && mm > Geometry::Chords::FINE
      end

      # mm of the sides of a cell in the middle of the whole surface, where it twists; else nil.
      def twisted_sides
        us, vs = @chart.domain
        plain = chords(us, vs)
        sides = untwisted(plain, us, vs)
        return nil if sides == plain

        middle = [us, vs].map { |low, high| (low + high) / 2 }
        @chart.partials(*middle).first(2).zip(sides).map { |slope, side| Geometry::Vec.length(slope) * side }
      end

      # Works the steps out for a face of these parameters.
      def settle(us, vs)
        bounds = [us.minmax, vs.minmax]
        @step_u, @step_v = elementary || untwisted(chords(*bounds), *bounds)
        @step_u /= @refine
        @step_v /= @refine
        @phases = TURNED.include?(@chart.kind) ? [phase(us, @step_u), phase(vs, @step_v)] : [0.0, 0.0]
      end

      # [[v, [u, ...]], ...] of grid points strictly within the bounds.
      def lines((low_u, high_u), (low_v, high_v))
        columns = marks(low_u, high_u, @step_u, @phases[0])
        marks(low_v, high_v, @step_v, @phases[1]).map { |v| [v, columns] }
      end

      # Parameters between a and b a step apart, of v for axis 1.
      def between(a, b, axis)
        n = [((b - a).abs / [@step_u, @step_v][axis] - 1e-9).ceil, 1].max
        (1...n).map { |i| a + ((b - a) * i / n) }
      end

      private

      # Where the lines a step apart begin on which most of the parameters given lie: those of a grid beside them would
      # stand between the points of a rim, and the flat pieces from the one to the other lean.
      def phase(values, step)
        on = values.map { |t| t.round(9) }.uniq.map { |t| ((t / step) % 1.0).round(4) % 1.0 }.tally
        part, count = on.max_by { |at, n| [n, -at] }
        count >= LEAST_ON ? part * step : 0.0
      end

      def marks(low, high, step, phase)
        (((low - phase) / step).floor..((high - phase) / step).ceil)
          .map { |k| phase + (k * step) }
          .select { |x| x > low && x < high }
      end

      def elementary
        turn = 2 * Math::PI
        case @chart.kind
        when :cylinder, :cone, :sphere
          [turn / Geometry::Chords.per_circle(@chart.radius)] * 2
        when :torus
          [
            turn / Geometry::Chords.per_circle(@chart.radius + @chart.minor),
            turn / Geometry::Chords.per_circle(@chart.minor)
          ]
        end
      end

      # Steps in u and v between bounds like the chords of a circle.
      def chords(us, vs) = [span(us[1] - us[0], 0, us, vs), span(vs[1] - vs[0], 1, us, vs)]

      # Step along one axis: the normal's turns along three lines of it, and its spans.
      def span(length, axis, us, vs)
        return 1.0 if length < 1e-12

        turns = [0.2, 0.5, 0.8].map do |k|
          across = (axis.zero? ? vs : us).then { |a, b| a + ((b - a) * k) }
          along = (0..12).map { |i| (axis.zero? ? us : vs).then { |a, b| a + ((b - a) * i / 12) } }
          normals = along.filter_map { |t| axis.zero? ? @chart.normal(t, across) : @chart.normal(across, t) }
          [
            normals.each_cons(2).sum { |m, n| Math.acos(Geometry::Vec.dot(m, n).clamp(-1.0, 1.0)) },
            reach(along, across, axis)
          ]
        end
        # Straight along: no lines are needed. Else as finely as circles of that curvature, and in four parts at least.
        return 4 * length if turns.all? { |turn, _| turn < 1e-7 }

        n =
          turns
            .map { |turn, mm| turn < 1e-7 ? 0.0 : turn * Geometry::Chords.per_circle(mm / turn) / (2 * Math::PI) }
            .max
        length / n.ceil.clamp(4, MOST)
      end

      # mm that the middle of a cell may stand beside its diagonals, at least, and as a part of the face's size.
      SLANT = 0.001
      PLACES = [0.1, 0.5, 0.9].freeze

      # Steps made so much smaller that cells are nearly flat also where the surface twists: straight lines that turn
      # about each other (a loft between turned sections) have no chords to tell it.
      def untwisted(steps, us, vs)
        spans = [us, vs].map { |low, high| high - low }
        sides = steps.zip(spans).map(&:min)
        return steps if @chart.ruled? || sides.min < 1e-12

        size = Geometry::Vec.distance(@chart.at(us[0], vs[0]), @chart.at(us[1], vs[1]))
        more = twist(sides, us, vs) / [Geometry::Chords::FINE, SLANT * size].max
        return steps unless more > 1 && more.finite?

        sides.zip(spans).map { |side, length| length / (length / side * Math.sqrt(more)).ceil.clamp(1, MOST) }
      end

      # mm, the most that the middle of a cell stands beside its diagonals, of cells of these sides.
      def twist(sides, us, vs)
        places = [us, vs].zip(sides).map do |(low, high), side|
          PLACES.map { |k| low + ((high - low - side) * k) }.map { |from| [from, from + side] }
        end
        places[0].product(places[1]).filter_map do |(u, u1), (v, v1)|
          n = @chart.normal((u + u1) / 2, (v + v1) / 2) or next
          one, other = [[[u, v], [u1, v1]], [[u1, v], [u, v1]]].map do |ends|
            ends.map { |at| @chart.at(*at) }.reduce { |p, q| Geometry::Vec.add(p, q) }
          end
          Geometry::Vec.dot(Geometry::Vec.sub(one, other), n).abs / 4
        end.max || 0.0
      end

      def reach(along, across, axis)
        along
          .map { |t| axis.zero? ? @chart.at(t, across) : @chart.at(across, t) }
          .each_cons(2)
          .sum { |p, q| Geometry::Vec.distance(p, q) }
      end
    end
  end
end
