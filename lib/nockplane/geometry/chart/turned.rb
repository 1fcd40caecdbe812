# frozen_string_literal: true

module Nockplane
  module Geometry
    class Chart
      # Another chart with u running the other way, so that its normal Su x Sv turns over.
      class Turned < Chart
        def initialize(chart)
          super()
          @chart = chart
          @domain = chart.domain.dup.tap { |d| d[0] = d[0] && d[0].map(&:-@).reverse }
          @periods = chart.periods
          @poles = chart.poles
        end

        def kind = @chart.kind
        def radius = @chart.radius
        def minor = @chart.minor
        def ruled? = @chart.ruled?
        def stripped? = @chart.stripped?
        def rulings(fine, refine) = @chart.rulings(fine, refine)
        def strip(u, rulings) = -@chart.strip(-u, rulings)
        def surface = @chart.surface
        def at(u, v) = @chart.at(-u, v)
        def normal(u, v) = @chart.normal(-u, v).then { |n| n && Vec.neg(n) }
        def uv(point, near = nil) = @chart.uv(point, near && [-near[0], near[1]]).then { |u, v| [-u, v] }
      end
    end
  end
end
