# frozen_string_literal: true

module Nockplane
  module Solids
    # Where vertices of a solid truly are: those of chords polished onto the analytic surfaces that meet there.
    module TruePlaces
      # Part of a face's radius that a chord may lie off it (1 - cos 3.75 degrees = 0.0021), and mm to spare.
      REACH = 0.006
      SPARE = 0.02
      # Sines of the angle two surfaces meet at between which a chord's end may be farther off along the curve than off
      # the surfaces; below they touch.
      TOUCHING = 0.02
      SHALLOW = 0.2

      module_function

      # The true place of a point where some surfaces meet; the point itself when it lies on all of them (or on planes
      # only), nil when it can't be found near it.
      def of(point, surfaces)
        return point if surfaces.all?(&:plane?) || surfaces.all? { |s| s.distance(point).abs < 1e-10 }

        apart = distinct(surfaces)
        Geometry::Meeting.polish(point, apart, (reach(surfaces) + free(apart, point)) * slant(apart, point))
      end

      # Of surfaces that lie in one place only one counts; more than three can't be met in general.
      def distinct(surfaces)
        surfaces
          .select(&:located?)
          .each_with_object([]) { |s, kept| kept << s unless kept.any? { |k| k.coincident?(s) } }
          .first(3)
      end

      # How much farther than off its surfaces a vertex may have to be moved: they meet at a small angle.
      def slant(surfaces, point)
        normals = surfaces.map { |s| s.normal_at(point) }
        sines =
          normals
            .combination(2)
            .map { |m, n| Geometry::Vec.length(Geometry::Vec.cross(m, n)) }
            .select { |sine| sine > TOUCHING }
        sines.empty? ? 1.0 : 1 / sines.min.clamp(SHALLOW, 1.0)
      end

      # mm that chords of extruded curves lie off them, near a point.
      def free(surfaces, point) = surfaces.select(&:swept?).map { |s| 2 * s.distance(point).abs }.max || 0.0

      def reach(surfaces) = SPARE + (REACH * surfaces.map { |s| (s.radius || 0.0) + (s.minor || 0.0) }.max)
    end
  end
end
