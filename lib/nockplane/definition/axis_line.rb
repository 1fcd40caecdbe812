# frozen_string_literal: true

module Nockplane
  module Definition
    # A line that turned faces have as their axis: its direction's class and two unknowns, where it stands along two
    # directions square to it. Faces on one line share it (they are drawn on one centre line).
    class AxisLine
      attr_reader :direction, :origin, :across, :unknowns

      # across: numbers of two classes of direction; unknowns: where it is along each.
      def initialize(direction, vector, origin, across, vectors, unknowns)
        @direction = direction
        @vector = vector
        @origin = origin
        @across = across
        @vectors = vectors
        @unknowns = unknowns
      end

      # mm, along a unit vector square to it.
      def at(vector) = Geometry::Vec.dot(@origin, vector)
      # mm along its own direction.
      def along(point) = Geometry::Vec.dot(point, @vector)
      def square?(vector) = Geometry::Vec.dot(vector, @vector).abs < 1e-5

      # How much it moves along a unit vector, as a row of its unknowns.
      def row(vector)
        @unknowns
          .zip(@vectors)
          .each_with_object({}) do |(unknown, v), found|
            c = Geometry::Vec.dot(vector, v)
            found[unknown] = (found[unknown] || 0.0) + c if c.abs > 1e-9
          end
      end

      def distance(point)
        off = Geometry::Vec.sub(point, @origin)
        Geometry::Vec.length(Geometry::Vec.along(off, @vector, -Geometry::Vec.dot(off, @vector)))
      end
    end
  end
end
