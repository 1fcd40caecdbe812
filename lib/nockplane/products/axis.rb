# frozen_string_literal: true

module Nockplane
  module Products
    # A turned axis of a model: the point of it nearest to the origin, unit direction (its first coordinate that is not
    # 0 is positive), extent along it (mm from that point), greatest radius, and the names of its faces.
    Axis = Struct.new(:origin, :direction, :from, :to, :radius, :faces) do
      # Axes of all full turned faces of a solid, coaxial ones as one.
      def self.all(solid)
        turned = solid.facets.select { |f| %i[cylinder cone torus sphere].include?(f.face.surface.kind) }
        found = turned.group_by(&:face).filter_map { |face, facets| of(solid, face, facets) }
        found.group_by(&:line).values.map { |group| group.reduce(:merged) }
      end

      # The axis of a face made of some facets; nil when they don't go all the way round.
      def self.of(solid, face, facets)
        surface = face.surface
        points = facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| solid.point(i) }
        return nil unless full?(surface, points)

        direction = canonical(surface.axis)
        foot = Geometry::Vec.along(surface.origin, direction, -Geometry::Vec.dot(surface.origin, direction))
        from, to = points.map { |p| Geometry::Vec.dot(p, direction) }.minmax
        new(foot, direction, from, to, points.map { |p| surface.radial_distance(p) }.max, [face.name])
      end

      def self.canonical(v) = v.find { |c| c.abs > 1e-9 }.negative? ? Geometry::Vec.neg(v) : v

      # Do the points go all the way round (no gap of 30 degrees or more)?
      def self.full?(surface, points)
        e = Geometry::Vec.any_normal(surface.axis)
        g = Geometry::Vec.cross(surface.axis, e)
        angles = points.filter_map { |p| angle(Geometry::Vec.sub(p, surface.origin), e, g) }.sort
        return false if angles.size < 3

        [*angles.each_cons(2).map { |a, b| b - a }, angles[0] + (2 * Math::PI) - angles[-1]].max < Math::PI / 6
      end

      # Radians about the axis; nil on it.
      def self.angle(q, e, g)
        u = Geometry::Vec.dot(q, e)
        v = Geometry::Vec.dot(q, g)
        Math.atan2(v, u) if Math.hypot(u, v) > 1e-6
      end
      private_class_method :canonical, :full?, :angle

      # Equal for axes on one line.
      def line = [*origin, *direction].map { |c| (c * 1e4).round }

      # One for both of two on one line.
      def merged(other)
        Axis.new(
          origin,
          direction,
          [from, other.from].min,
          [to, other.to].max,
          [radius, other.radius].max,
          faces + other.faces
        )
      end

      # The axis after a move (Solids::Transform).
      def moved(move)
        way = move.direction(direction)
        start = move.point(origin)
        Axis.new(Geometry::Vec.along(start, way, -Geometry::Vec.dot(start, way)), way, from, to, radius, faces)
      end

      # The axis as far as some facets of a solid go along it; nil when there are none.
      def over(solid, facets)
        return nil if facets.empty?

        points = facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| solid.point(i) }
        reach = points.map { |p| Geometry::Vec.dot(p, direction) }
        radius = points.zip(reach).map { |p, mm| Geometry::Vec.distance(p, at(mm)) }.max
        Axis.new(origin, direction, *reach.minmax, radius, faces)
      end

      # Point at so many mm along it.
      def at(mm) = Geometry::Vec.along(origin, direction, mm)
    end
  end
end
