# frozen_string_literal: true

module Nockplane
  module Geometry
    # An analytic surface: what a facet lies on or approximates. kind is :plane, :cylinder, :cone, :sphere, :torus, or a
    # plane curve swept: :extrusion (along the axis) or :revolution (about it).
    # origin: a point on the plane / axis (mm); axis: unit vector (for a plane its normal);
    # radius: of the cylinder, sphere, torus ring, or of the cone at origin; slope: cone's change of radius per mm of
    # axis;
    # minor: tube radius of the torus; curve: the Spline swept, in (x, y) square to the axis for an extrusion, in (along
    # the axis, radius) for a revolution; x, y: unit vectors of the extrusion's plane.
    # Imported free surfaces (:bspline, :offset, :extrusion, :revolution) have a field: a NormalField of the points they
    # are met at.
    class Surface
      TURNED = %i[cylinder cone sphere torus revolution].freeze

      attr_reader :kind, :origin, :axis, :radius, :slope, :minor, :curve, :x, :y, :field

      def initialize(kind, origin, axis, radius: nil, slope: nil, minor: nil, curve: nil, x: nil, y: nil, field: nil)
        @kind = kind
        @origin = origin.map(&:to_f).freeze
        @axis = axis.map(&:to_f).freeze
        @radius = radius
        @slope = slope
        @minor = minor
        @curve = curve
        @x = x&.dup.freeze
        @y = y&.dup.freeze
        @field = field
        freeze
      end

      def self.plane(origin, normal) = new(:plane, origin, normal)
      def self.cylinder(origin, axis, radius) = new(:cylinder, origin, axis, radius: radius)
      def self.cone(origin, axis, radius, slope) = new(:cone, origin, axis, radius: radius, slope: slope)
      def self.sphere(origin, axis, radius) = new(:sphere, origin, axis, radius: radius)
      def self.torus(origin, axis, radius, minor) = new(:torus, origin, axis, radius: radius, minor: minor)

      def self.extrusion(frame, curve) = new(:extrusion, frame.origin, frame.z, curve: curve, x: frame.x, y: frame.y)
      def self.free(kind, origin, axis, field) = new(kind, origin, axis, field: field)
      def self.revolution(origin, axis, curve) = new(:revolution, origin, axis, curve: curve)

      def plane? = @kind == :plane
      def turned? = TURNED.include?(@kind)
      # Does it only take the place of a surface that could not be read?
      def stand_in? = @kind == :stand_in
      def swept? = !(@curve || @field).nil?
      # Can it tell how far a point is from it?
      def located? = @field.nil? || @field.located?

      # The surface moved: points and directions through the two maps.
      def mapped(point, direction)
        Surface.new(
          @kind,
          point[@origin],
          direction[@axis],
          radius: @radius,
          slope: @slope,
          minor: @minor,
          curve: @curve,
          x: @x && direction[@x],
          y: @y && direction[@y],
          field: @field&.mapped(point, direction)
        )
      end

      # Distance of a point from the axis, mm.
      def radial_distance(point) = Vec.length(radial(point))

      # Signed distance of a point from the surface along its normal, mm; 0 for those that are not located.
      def distance(point)
        return located? ? @field.distance(point) : 0.0 if @field
        return curve_distance(point) if @curve

        q = Vec.sub(point, @origin)
        h = Vec.dot(q, @axis)
        case @kind
        when :plane then h
        when :sphere then Vec.length(q) - @radius
        when :cylinder then radial_distance(point) - @radius
        when :cone then (radial_distance(point) - @radius - (@slope * h)) / Math.sqrt(1 + (@slope**2))
        when :torus then Math.hypot(radial_distance(point) - @radius, h) - @minor
        else 0.0
        end
      end

      # [point of the surface nearest to a point close to it, unit normal there]; near: a point of its mesh close by.
      def settled(point, near = point)
        return @field.settled(point, near) if @field

        n = normal_at(point)
        q = Vec.along(point, n, -distance(point))
        [q, @kind == :plane ? n : normal_at(q)]
      end

      # Unit normal at (or near) a point of the surface, away from the axis or tube centre; for a plane its normal.
      def normal_at(point)
        return @axis if plane?
        return @field.at(point) if @field
        return away(@origin, point) if @kind == :sphere
        return extrusion_normal(point) if @kind == :extrusion

        out = radial(point)
        return @axis if Vec.length(out) < 1e-9

        out = Vec.unit(out)
        case @kind
        when :cylinder then out
        when :cone then Vec.unit(Vec.along(out, @axis, -@slope))
        when :revolution then revolution_normal(point, out)
        when :torus then away(Vec.along(@origin, out, @radius), point)
        end
      end

      # Is the other the same place in space (not only the same kind)? Within tolerance mm.
      def coincident?(other, tolerance = 1e-6)
        return equal?(other) if swept? || other.swept?
        return false unless @kind == other.kind && Vec.parallel?(@axis, other.axis)

        between = Vec.sub(other.origin, @origin)
        along = Vec.dot(between, @axis)
        return along.abs <= tolerance if plane?

        off = Vec.length(Vec.along(between, @axis, -along))
        off <= tolerance && same_sizes?(other, along, tolerance)
      end

      # The surface moved by mm along its own normal (away from the axis or tube centre); nil for swept curves and where
      # the radius would vanish.
      def offset(mm)
        case @kind
        when :plane then Surface.plane(Vec.along(@origin, @axis, mm), @axis)
        when :cylinder, :sphere then @radius + mm > 0 ? Surface.new(@kind, @origin, @axis, radius: @radius + mm) : nil
        when :cone then Surface.cone(@origin, @axis, @radius + (mm * Math.sqrt(1 + (@slope**2))), @slope)
        when :torus then @minor + mm > 0 ? Surface.torus(@origin, @axis, @radius, @minor + mm) : nil
        end
      end

      # Plain data for likeness and export: kind, sizes in mm, place and direction.
      def to_h
        { kind: @kind, origin: @origin, axis: @axis, radius: @radius, slope: @slope, minor: @minor }.compact
      end

      private

      # Unit vector from a centre to a point; the axis, where they are one.
      def away(centre, point)
        out = Vec.sub(point, centre)
        Vec.length(out) < 1e-9 ? @axis : Vec.unit(out)
      end

      def extrusion_normal(point)
        _, (u, v) = beside_curve(point)
        Vec.add(Vec.scale(@x, u), Vec.scale(@y, v))
      end

      def revolution_normal(point, out)
        _, (u, v) = beside_curve(point)
        Vec.sub(Vec.scale(out, -v), Vec.scale(@axis, u))
      end

      def curve_distance(point)
        (u, v), (nu, nv) = beside_curve(point)
        mm = (u * nu) + (v * nv)
        @kind == :revolution ? -mm : mm
      end

      # A point in the plane of the swept curve: [from the curve's nearest place to it, unit normal at its right].
      def beside_curve(point)
        q = Vec.sub(point, @origin)
        flat = @kind == :extrusion ? [Vec.dot(q, @x), Vec.dot(q, @y)] : [Vec.dot(q, @axis), radial_distance(point)]
        t = @curve.nearest(flat)
        u, v = @curve.at(t)
        du, dv = @curve.derivative(t)
        l = Math.hypot(du, dv)
        [[flat[0] - u, flat[1] - v], [dv / l, -du / l]]
      end

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
