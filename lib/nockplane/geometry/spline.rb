# frozen_string_literal: true

module Nockplane
  module Geometry
    # A plane interpolating cubic spline through points [[u, v], ...] (mm), twice continuously differentiable, knots by
    # chord length; start, finish: unit tangents [u, v] at the ends, nil for a natural end (de Boor, A Practical Guide
    # to Splines). The parameter t runs from 0 to 1 over the whole curve.
    class Spline
      attr_reader :points

      def initialize(points, start: nil, finish: nil)
        @points = points
        @ends = [start, finish]
        @h = points.each_cons(2).map { |p, q| Math.hypot(q[0] - p[0], q[1] - p[1]) }
        @knots = @h.each_with_object([0.0]) { |h, k| k << (k[-1] + h) }
        @m =
          [0, 1].map { |axis| slopes(points.map { |p| p[axis] }, start && start[axis], finish && finish[axis]) }
            .transpose
        Ractor.make_shareable(self)
      end

      def spans = @h.size

      # Point [u, v] at t.
      def at(t)
        hermite(
          t,
          ->(s) { [(2 * s**3) - (3 * s * s) + 1, s**3 - (2 * s * s) + s, (3 * s * s) - (2 * s**3), s**3 - (s * s)] },
          0
        )
      end

      # Derivative [u, v] at t, by arc-like parameter (not of unit length).
      def derivative(t)
        hermite(
          t,
          ->(s) { [6 * ((s * s) - s), (3 * s * s) - (4 * s) + 1, 6 * (s - (s * s)), (3 * s * s) - (2 * s)] },
          1
        )
      end

      # Cubic Bezier control points of every span: [[p0, p1, p2, p3], ...].
      def beziers
        @points.each_cons(2).each_with_index.map do |(p, q), i|
          third = @h[i] / 3
          [
            p,
            [p[0] + (@m[i][0] * third), p[1] + (@m[i][1] * third)],
            [q[0] - (@m[i + 1][0] * third), q[1] - (@m[i + 1][1] * third)],
            q
          ]
        end
      end

      def reversed = Spline.new(@points.reverse, start: turned(@ends[1]), finish: turned(@ends[0]))

      # The curve with every point sent through a map that keeps shapes (a turn, a move).
      def mapped
        o = yield [0.0, 0.0]
        tangent = ->(d) { d && yield(d).then { |p| [p[0] - o[0], p[1] - o[1]] } }
        Spline.new(@points.map { |p| yield p }, start: tangent[@ends[0]], finish: tangent[@ends[1]])
      end

      # Parameter of the point of the curve nearest to [u, v]: the best of samples, then Newton.
      def nearest(point)
        t =
          (0..(spans * 8))
            .map { |i| i.fdiv(spans * 8) }
            .min_by { |s| at(s).then { |p| ((p[0] - point[0])**2) + ((p[1] - point[1])**2) } }
        8.times do
          p = at(t)
          d = derivative(t)
          t =
            (
              t + ((((point[0] - p[0]) * d[0]) + ((point[1] - p[1]) * d[1])) / ((d[0]**2) + (d[1]**2)) / @knots[-1])
            ).clamp(0.0, 1.0)
        end
        t
      end

      private

      def turned(direction) = direction&.map(&:-@)

      def hermite(t, weights, order)
        k = @knots[-1] * t
        i = (@knots.bsearch_index { |x| x > k } || @knots.size - 1) - 1
        h = @h[i]
        a, b, c, d = weights[(k - @knots[i]) / h]
        p, q, m, n = @points[i], @points[i + 1], @m[i], @m[i + 1]
        scale = order.zero? ? 1.0 : 1 / h
        [0, 1].map { |x| ((a * p[x]) + (b * h * m[x]) + (c * q[x]) + (d * h * n[x])) * scale }
      end

      # Slopes at the points that make the second derivative continuous (Thomas algorithm).
      def slopes(y, first, last)
        n = y.size
        lower, diagonal, upper, right = Array.new(4) { Array.new(n, 0.0) }
        (1...(n - 1)).each do |i|
          lower[i] = @h[i]
          diagonal[i] = 2 * (@h[i] + @h[i - 1])
          upper[i] = @h[i - 1]
          right[i] = 3 * ((@h[i] * (y[i] - y[i - 1]) / @h[i - 1]) + (@h[i - 1] * (y[i + 1] - y[i]) / @h[i]))
        end
        diagonal[0], upper[0], right[0] = first ? [1.0, 0.0, first] : [2.0, 1.0, 3 * (y[1] - y[0]) / @h[0]]
        diagonal[-1], lower[-1], right[-1] = last ? [1.0, 0.0, last] : [2.0, 1.0, 3 * (y[-1] - y[-2]) / @h[-1]]
        (1...n).each do |i|
          w = lower[i] / diagonal[i - 1]
          diagonal[i] -= w * upper[i - 1]
          right[i] -= w * right[i - 1]
        end
        (n - 1)
          .downto(0)
          .each_with_object(Array.new(n)) do |i, m|
            m[i] = (right[i] - (i == n - 1 ? 0.0 : upper[i] * m[i + 1])) / diagonal[i]
          end
      end
    end
  end
end
