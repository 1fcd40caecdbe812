# frozen_string_literal: true

module Nockplane
  module Geometry
    # An analytic surface: what a facet lies on or approximates. kind is :plane, :cylinder, :cone, :sphere or :torus.
    # origin: a point on the plane / axis (mm); axis: unit vector (for a plane its normal);
    # radius: of the cylinder, sphere, torus ring, or of the cone at origin; slope: cone's change of radius per mm of axis;
    # minor: tube radius of the torus.
    class Surface
      attr_reader :kind, :origin, :axis, :radius, :slope, :minor

      def initialize(kind, origin, axis, radius: nil, slope: nil, minor: nil)
        @kind = kind
        @origin = origin.map(&:to_f).freeze
        @axis = axis.map(&:to_f).freeze
        @radius = radius
        @slope = slope
        @minor = minor
        freeze
      end

      def self.plane(origin, normal) = new(:plane, origin, normal)
      def self.cylinder(origin, axis, radius) = new(:cylinder, origin, axis, radius: radius)
      def self.cone(origin, axis, radius, slope) = new(:cone, origin, axis, radius: radius, slope: slope)
      def self.sphere(origin, axis, radius) = new(:sphere, origin, axis, radius: radius)
      def self.torus(origin, axis, radius, minor) = new(:torus, origin, axis, radius: radius, minor: minor)

      def plane? = @kind == :plane
      def turned? = !plane?

      # Distance of a point from the axis, mm.
      def radial_distance(point) = Vec.length(radial(point))

      # Unit normal at (or near) a point of the surface, away from the axis or tube centre; for a plane its normal.
      def normal_at(point)
        return @axis if plane?
        return Vec.unit(Vec.sub(point, @origin)) if @kind == :sphere

        out = radial(point)
        return @axis if Vec.length(out) < 1e-9

        out = Vec.unit(out)
        case @kind
        when :cylinder then out
        when :cone then Vec.unit(Vec.along(out, @axis, -@slope))
        when :torus then Vec.unit(Vec.sub(point, Vec.along(@origin, out, @radius)))
        end
      end

      # Is the other the same place in space (not only the same kind)? Within tolerance mm.
      def coincident?(other, tolerance = 1e-6)
        return false unless @kind == other.kind && Vec.parallel?(@axis, other.axis)

        between = Vec.sub(other.origin, @origin)
        along = Vec.dot(between, @axis)
        return along.abs <= tolerance if plane?

        off = Vec.length(Vec.along(between, @axis, -along))
        off <= tolerance && same_sizes?(other, along, tolerance)
      end

      # Plain data for likeness and export: kind, sizes in mm, place and direction.
      def to_h
        { kind: @kind, origin: @origin, axis: @axis, radius: @radius, slope: @slope, minor: @minor }.compact
      end

      private

      def radial(point)
        q = Vec.sub(point, @origin)
        Vec.along(q, @axis, -Vec.dot(q, @axis))
      end

      def same_sizes?(other, along, tolerance)
        case @kind
        when :cylinder then (@radius - other.radius).abs <= tolerance
        when :cone
          sense = Vec.dot(@axis, other.axis).positive? ? 1 : -1
          (@slope - (other.slope * sense)).abs <= 1e-9 && (@radius + (@slope * along) - other.radius).abs <= tolerance
        else
          along.abs <= tolerance && (@radius - other.radius).abs <= tolerance &&
            ((@minor || 0) - (other.minor || 0)).abs <= tolerance
        end
      end
    end
  end
end
