# frozen_string_literal: true

module Nockplane
  module Geometry
    class Curve
      # A (rational) B-spline: degree, full knot list, control points, weights or nil.
      class Spline < Curve
        attr_reader :degree, :knots, :points, :weights

        def initialize(degree, knots, points, weights = nil)
          super()
          @degree = degree
          @knots = knots
          @points = points
          @weights = weights
          @domain = [knots[degree], knots[points.size]]
          @period = @domain[1] - @domain[0] if Vec.distance(at(@domain[0]), at(@domain[1])) < 1e-6
        end

        def at(t)
          from, to = @domain
          t = @period ? from + ((t - from) % @period) : t.clamp(from, to) if t < from || t > to
          Nurbs.point(@degree, @knots, @points, @weights, t)
        end

        def breaks = @breaks ||= @knots.uniq.then { |all| @period ? all + all.map { |k| k + @period } : all }
      end
    end
  end
end
