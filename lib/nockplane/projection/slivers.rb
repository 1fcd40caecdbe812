# frozen_string_literal: true

module Nockplane
  module Projection
    # Facets of cylinders that do not lie as the strip of the cylinder they belong to does (Geometry::Rulings): thin
    # ones whose corners are nearly in one line, and ones twisted because a corner could not be put on the strip (where
    # two bores meet at a small angle, say). Whether they look at the viewer is told by their strip, so that outlines
    # run along rulings. Facets of cones that lean (in the neck between a nut's chamfer and its flats) look where the
    # cone does.
    module Slivers
      # Times the square of its longest side that twice the area of a sliver is at most.
      THIN = 0.01
      # Cosine of the angle by which a thin facet may look another way than its surface does, and of that by which
      # others may be twisted.
      ASKEW = 0.9
      TWISTED = Math.cos(2e-3)
      # The same of a cone: more than its chords explain.
      LEANING = Math.cos(0.04)
      # Part of a strip that a corner may be outside of it.
      OUTSIDE = 1e-3

      module_function

      # { facet index => unit normal of its strip (of a thin one that lies in several: of the surface), out of the solid
      # } of a solid.
      def of(solid)
        facets = solid.facets.group_by(&:face).compare_by_identity
        sides = Hash.new { |h, face| h[face] = outside?(solid, face, facets[face]) }.compare_by_identity
        strips =
          Hash
            .new do |h, s|
              h[s] = Geometry::Rulings.new(
                Geometry::Frame.new(s.origin, s.axis, Geometry::Vec.any_normal(s.axis)),
                s.radius
              )
            end
            .compare_by_identity
        solid.facets.each_with_index.with_object({}) do |(facet, i), found|
          surface = facet.face.surface
          next unless %i[cylinder cone].include?(surface.kind) && facet.loops.size == 1

          points = facet.loops[0].map { |v| solid.point(v) }
          n, limit = expected(surface, strips, points)
          next unless n

          n = Geometry::Vec.neg(n) unless sides[facet.face]
          found[i] = n.freeze if Geometry::Vec.dot(n, facet.normal) < limit
        end
      end

      # [normal that a facet of these corners should have, cosine of the angle that it may be off]; nil for any.
      def expected(surface, strips, points)
        return [at_middle(surface, points), LEANING] if surface.kind == :cone

        n = strips[surface].normal_over(points, OUTSIDE)
        return [n, TWISTED] if n

        [at_middle(surface, points), ASKEW] if Geometry::Polygon.thin?(points, THIN)
      end

      def at_middle(surface, points)
        surface.normal_at(3.times.map { |k| points.sum { |p| p[k] } / points.size })
      end

      # Is a facet that should look along n fit to hide what is behind it?
      def hiding?(facet, n) = Geometry::Vec.dot(n, facet.normal) > ASKEW

      # Is the solid inside the cylinder? By what most of the face's area says, in which slivers count for little.
      def outside?(solid, face, facets)
        sides = facets.map do |f|
          points = f.loops[0].map { |v| solid.point(v) }
          Geometry::Vec.length(Geometry::Polygon.area_vector(points)) *
            Geometry::Vec.dot(f.normal, face.surface.normal_at(points[0]))
        end
        sides.sum >= 0
      end
      private_class_method :outside?, :expected, :at_middle
    end
  end
end
