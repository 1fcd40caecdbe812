# frozen_string_literal: true

module Nockplane
  module Geometry
    class Curve
      # An endless straight line; the parameter in mm.
      class Line < Curve
        attr_reader :origin, :direction

        def initialize(origin, direction)
          super()
          @origin = origin
          @direction = Vec.unit(direction)
        end

        def at(t) = Vec.along(@origin, @direction, t)
        def parameter(point, _near = nil) = Vec.dot(Vec.sub(point, @origin), @direction)
        def places(t0, t1, _fine) = [t0, t1]
      end
    end
  end
end
