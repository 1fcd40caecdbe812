# frozen_string_literal: true

module Nockplane
  module Geometry
    class Curve
      # Another curve moved by mm square to itself, along direction x tangent (offset_curve_3d of ISO 10303-42).
      class Offset < Curve
        ROUNDS = 40

        # direction: unit vector.
        def initialize(basis, mm, direction)
          super()
          @basis = basis
          @mm = mm
          @direction = direction
          @domain = basis.domain
          @period = basis.period
        end

        def at(t) = Vec.add(@basis.at(t), shift(t))

        # The point goes back by the offset found so far, until it no longer moves.
        def parameter(point, near = nil)
          t = @basis.parameter(point, near)
          ROUNDS.times do
            following = @basis.parameter(Vec.sub(point, shift(t)), near)
            settled = (following - t).abs < 1e-13 * (1 + t.abs)
            t = following
            break if settled
          end
          t
        end

        def breaks = @basis.breaks

        private

        def shift(t)
          h = @domain ? (@domain[1] - @domain[0]) * 1e-6 : 1e-4
          Vec.scale(Vec.unit(Vec.cross(@direction, Vec.sub(@basis.at(t + h), @basis.at(t - h)))), @mm)
        end
      end
    end
  end
end
