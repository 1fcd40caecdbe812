# frozen_string_literal: true

module Nockplane
  module Projection
    # Facets of cylinders whose corners lie nearly in one line (where two bores cross, say): they have no direction of their own that could
    # tell whether they look at the viewer, and are taken to look where their surface does.
    module Slivers
      # Times the square of its longest side that twice the area of a sliver is at most.
      THIN = 0.01
      # Cosine of the angle by which a facet may look another way than its surface does.
      ASKEW = 0.9

      module_function

      # { facet index => unit normal of the surface there, out of the solid } of a solid.
      def of(solid)
        sides = Hash.new { |h, face| h[face] = outside?(solid, face) }.compare_by_identity
        solid.facets.each_with_index.with_object({}) do |(facet, i), found|
          next unless facet.face.surface.kind == :cylinder && facet.loops.size == 1

          points = facet.loops[0].map { |v| solid.point(v) }
          next unless thin?(points)

          n = facet.face.surface.normal_at(3.times.map { |k| points.sum { |p| p[k] } / points.size })
          n = Geometry::Vec.neg(n) unless sides[facet.face]
          found[i] = n.freeze if Geometry::Vec.dot(n, facet.normal) < ASKEW
        end
      end

      def thin?(points)
        longest = points.each_index.map { |k| Geometry::Vec.distance(points[k - 1], points[k]) }.max
        Geometry::Vec.length(Geometry::Polygon.area_vector(points)) < THIN * longest * longest
      end

      # Is the solid inside the cylinder? By what most of the face's area says, in which slivers count for little.
      def outside?(solid, face)
        sides = solid.facets_of(face.name).map do |f|
          points = f.loops[0].map { |v| solid.point(v) }
          Geometry::Vec.length(Geometry::Polygon.area_vector(points)) * Geometry::Vec.dot(f.normal, face.surface.normal_at(points[0]))
        end
        sides.sum >= 0
      end
      private_class_method :thin?, :outside?
    end
  end
end
