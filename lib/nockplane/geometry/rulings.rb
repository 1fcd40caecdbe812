# frozen_string_literal: true

module Nockplane
  module Geometry
    # The fixed rulings that a cylinder is cut into strips at, the same for every cylinder of one axis and radius, and
    # the flat strips between them. Points of an edge on the cylinder are put on the strips, so that views along the
    # axis show one outline for everything on the cylinder; true places are found again when lines are drawn
    # (Projection::Exact).
    class Rulings
      attr_reader :step

      # frame: z along the axis, origin on it; radius in mm; refine: 2 for strips half as wide.
      def initialize(frame, radius, refine = 1)
        @frame = frame
        @radius = radius
        @step = 2 * Math::PI / Chords.per_circle(radius) / refine
        @first = Rulings.first(frame)
      end

      # Angle in a frame's plane of the direction that every frame with this z has in common.
      def self.first(frame)
        z = frame.z
        axis = z.max_by(&:abs).negative? ? Vec.neg(z) : z
        x = Vec.any_normal(axis)
        Math.atan2(Vec.dot(x, frame.y), Vec.dot(x, frame.x))
      end

      # Angle of a point counted in strips.
      def place(point)
        u, v, = @frame.local(point)
        at_parameter(Math.atan2(v, u))
      end

      # Parts of a strip within which a point counts as on a ruling.
      ON = 1e-3

      def on?(point) = place(point).then { |at| (at - at.round).abs <= ON }

      # Radians about the frame's z counted in strips.
      def at_parameter(angle) = (angle - @first) / @step

      # Strips of the whole surface, after which the count begins anew.
      def count = 2 * Math::PI / @step

      # mm by which a point is beyond a ruling, along the surface there.
      def beyond(point, ruling)
        angle = @first + (ruling * @step)
        Vec.dot(@frame.direction(-Math.sin(angle), Math.cos(angle)), Vec.sub(point, @frame.origin))
      end

      # Unit direction of the rulings.
      def axis = @frame.z

      # [[unit normal, mm still to go], ...] of the strip a point is over, of both neighbours on a ruling.
      def strips(point)
        at = place(point)
        near = at.round
        ((at - near).abs < 1e-6 ? [near - 1, near] : [at.floor]).map do |k|
          n = normal(k)
          [n, (@radius * Math.cos(@step / 2)) - Vec.dot(n, Vec.sub(point, @frame.origin))]
        end
      end

      # Unit normal of a strip, away from the axis.
      def normal(strip)
        middle = @first + ((strip + 0.5) * @step)
        @frame.direction(Math.cos(middle), Math.sin(middle))
      end

      # Unit normal of the one strip that all points are over, nil when they are over several. loose: part of a strip a
      # point may be outside.
      def normal_over(points, loose)
        at = points.map { |p| place(p) }
        count = (2 * Math::PI / @step).round
        at = at.map { |s| s + (count * ((at[0] - s) / count).round) }
        low, high = at.minmax
        strip = ((low + high) / 2).floor
        return nil unless low >= strip - loose && high <= strip + 1 + loose

        normal(strip)
      end

      # mm a point of a strip may be inside the cylinder.
      def height = @radius * (1 - Math.cos(@step / 2))
    end
  end
end
