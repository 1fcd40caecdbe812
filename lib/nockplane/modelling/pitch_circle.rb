# frozen_string_literal: true

module Nockplane
  module Modelling
    # The circle through the centres of equal holes with parallel axes, when they are spaced evenly on it (some may be
    # left out).
    class PitchCircle
      # Fewest holes that make one.
      LEAST = 3
      # mm off the circle, radians off an even spacing.
      OFF = 1e-3
      TURN = 2e-3
      # Most places on a circle of which some may be left out.
      PLACES = 24

      attr_reader :axis, :centre, :radius

      # axis: unit direction of the holes; centres: model points. nil when they stand on no such circle.
      def self.of(axis, centres)
        circle = new(axis, centres)
        circle.even? ? circle : nil
      end

      def initialize(axis, centres)
        @axis = axis
        @x = Geometry::Vec.any_normal(axis)
        @y = Geometry::Vec.cross(axis, @x)
        @points = centres.map { |p| [Geometry::Vec.dot(p, @x), Geometry::Vec.dot(p, @y)] }
        @height = centres.sum { |p| Geometry::Vec.dot(p, axis) } / centres.size
        find
      end

      def even? = !@middle.nil? && @points.all? { |p| (reach(p) - @radius).abs < OFF } && spaced?
      # Four holes at right angles may as well be the corners of a square.
      def square? = @points.size == 4

      private

      # Through three of the points that lie far apart.
      def find
        a = @points[0]
        b = @points.max_by { |p| Math.hypot(p[0] - a[0], p[1] - a[1]) }
        c = @points.max_by { |p| twice_area(a, b, p).abs }
        d = 2 * twice_area(a, b, c)
        return if d.abs < 1e-6

        squares = [a, b, c].map { |p| (p[0]**2) + (p[1]**2) }
        @middle = [((squares[0] * (b[1] - c[1])) + (squares[1] * (c[1] - a[1])) + (squares[2] * (a[1] - b[1]))) / d,
                   ((squares[0] * (c[0] - b[0])) + (squares[1] * (a[0] - c[0])) + (squares[2] * (b[0] - a[0]))) / d]
        @radius = reach(a)
        @centre =
          [@x, @y, @axis].zip([*@middle, @height])
            .map { |v, k| Geometry::Vec.scale(v, k) }
            .reduce { |p, q| Geometry::Vec.add(p, q) }
      end

      def twice_area(a, b, c) = ((b[0] - a[0]) * (c[1] - a[1])) - ((b[1] - a[1]) * (c[0] - a[0]))
      def reach(point) = Math.hypot(point[0] - @middle[0], point[1] - @middle[1])

      # Are all gaps multiples of one, and most places taken?
      def spaced?
        angles = @points.map { |p| Math.atan2(p[1] - @middle[1], p[0] - @middle[0]) }.sort
        gaps = angles.each_index.map { |i| (angles[(i + 1) % angles.size] - angles[i]) % (2 * Math::PI) }
        return false if gaps.min < TURN # two in one place

        places = (2 * Math::PI / gaps.min).round
        return false unless places.between?(@points.size, PLACES) && @points.size * 2 > places

        step = 2 * Math::PI / places
        gaps.all? { |g| (g - ((g / step).round * step)).abs < TURN }
      end
    end
  end
end
