# frozen_string_literal: true

module Nockplane
  module Geometry
    # Vector arithmetic on plain arrays [x, y, z]; every method is pure and returns a new array or a Float.
    module Vec
      module_function

      def add(a, b) = [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
      def sub(a, b) = [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
      def scale(a, k) = [a[0] * k, a[1] * k, a[2] * k]
      def neg(a) = [-a[0], -a[1], -a[2]]
      def dot(a, b) = (a[0] * b[0]) + (a[1] * b[1]) + (a[2] * b[2])
      def length(a) = Math.sqrt(dot(a, a))
      def distance(a, b) = length(sub(a, b))

      # a + b * k
      def along(a, b, k) = [a[0] + (b[0] * k), a[1] + (b[1] * k), a[2] + (b[2] * k)]

      def cross(a, b)
        [(a[1] * b[2]) - (a[2] * b[1]), (a[2] * b[0]) - (a[0] * b[2]), (a[0] * b[1]) - (a[1] * b[0])]
      end

      # Unit vector along a; a ZeroVector error when a has no direction.
      def unit(a)
        l = length(a)
        raise ZeroVector, 'a direction of length 0 was given; a direction needs a length' if l < 1e-12

        [a[0] / l, a[1] / l, a[2] / l]
      end

      # True when both point along one line, either way.
      def parallel?(a, b, tolerance = 1e-7) = length(cross(a, b)) <= tolerance * length(a) * length(b)

      # Some unit vector square to the unit vector n, the same for the same n on every machine.
      def any_normal(n)
        axis = n[0].abs <= n[1].abs && n[0].abs <= n[2].abs ? [1.0, 0.0, 0.0] : [0.0, 1.0, 0.0]
        axis = [0.0, 0.0, 1.0] if axis[1] == 1.0 && n[1].abs > n[2].abs
        unit(sub(axis, scale(n, dot(axis, n))))
      end
    end
  end
end
