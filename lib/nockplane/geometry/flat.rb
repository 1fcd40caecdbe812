# frozen_string_literal: true

module Nockplane
  module Geometry
    # Points [x, y] and straight lines between two of them, in a plane.
    module Flat
      module_function

      # Where along a-b the foot of p lies: 0 at a, 1 at b; 0 where both are one.
      def share(p, a, b)
        dx, dy = b[0] - a[0], b[1] - a[1]
        square = (dx * dx) + (dy * dy)
        square < 1e-18 ? 0.0 : (((p[0] - a[0]) * dx) + ((p[1] - a[1]) * dy)) / square
      end

      # Distance of p from the segment a-b, or, when it goes on, from the line through both.
      def distance(p, a, b, goes_on: false)
        t = share(p, a, b)
        t = t.clamp(0.0, 1.0) unless goes_on
        Math.hypot(a[0] + ((b[0] - a[0]) * t) - p[0], a[1] + ((b[1] - a[1]) * t) - p[1])
      end
    end
  end
end
