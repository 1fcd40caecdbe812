# frozen_string_literal: true

module Nockplane
  module Geometry
    # A right-handed placement: origin and three unit axes. Local coordinates (u, v, w) in mm.
    class Frame
      attr_reader :origin, :x, :y, :z

      # z and x are made unit and square to each other (x keeps its part square to z); y = z cross x.
      def initialize(origin, z, x)
        @origin = origin.map(&:to_f).freeze
        @z = Vec.unit(z).freeze
        @x = Vec.unit(Vec.sub(x, Vec.scale(@z, Vec.dot(x, @z)))).freeze
        @y = Vec.cross(@z, @x).freeze
        freeze
      end

      WORLD = new([0, 0, 0], [0, 0, 1], [1, 0, 0])

      # On a plane through a point as one sees it from outside: z along the normal, y up along model Z (on level planes
      # x along model X).
      def self.facing(origin, normal)
        n = Vec.unit(normal.map(&:to_f))
        new(origin, n, n[2].abs > 0.999 ? [1, 0, 0] : Vec.cross([0.0, 0.0, 1.0], n))
      end

      # Model point of the local point (u, v, w).
      def point(u, v, w = 0.0)
        [@origin[0] + (@x[0] * u) + (@y[0] * v) + (@z[0] * w),
         @origin[1] + (@x[1] * u) + (@y[1] * v) + (@z[1] * w),
         @origin[2] + (@x[2] * u) + (@y[2] * v) + (@z[2] * w)]
      end

      # Model direction of the local direction (u, v, w).
      def direction(u, v, w = 0.0) = Vec.sub(point(u, v, w), @origin)

      # Local coordinates [u, v, w] of a model point.
      def local(point)
        q = Vec.sub(point, @origin)
        [Vec.dot(q, @x), Vec.dot(q, @y), Vec.dot(q, @z)]
      end

      def moved(u, v, w = 0.0) = Frame.new(point(u, v, w), @z, @x)

      # The frame turned by radians about its own z through the local point (u, v).
      def turned(radians, u = 0.0, v = 0.0)
        c = Math.cos(radians)
        s = Math.sin(radians)
        at = point(u - (c * u) + (s * v), v - (s * u) - (c * v))
        Frame.new(at, @z, Vec.add(Vec.scale(@x, c), Vec.scale(@y, s)))
      end

      # Same place, looking the other way (z reversed, x kept).
      def flipped = Frame.new(@origin, Vec.neg(@z), @x)

      def ==(other) = other.is_a?(Frame) && [origin, z, x] == [other.origin, other.z, other.x]
    end
  end
end
