# frozen_string_literal: true

module Nockplane
  module Solids
    # Pieces of one surface, side by side, are one face: many programs write a bore as two half cylinders, a ball as
    # four patches, a plane that something was put on in parts. Cylinders and cones are joined along their rulings only
    # (a ring across a shaft parts what is meant to be apart), others along any edge.
    module Joined
      # Part of an edge's length that it may lead off the plane of its surface's axis to be a ruling.
      OFF = 1e-5
      ACROSS = %i[cylinder cone].freeze
      KINDS = [:plane, *ACROSS, :sphere, :torus].freeze

      module_function

      # Facets on the points of a pool (or solid) with such faces made one: the first one's name stays, the others
      # become its aliases. apart: { name => true } of faces that are left alone.
      def call(pool, facets, apart: {})
        groups = {}.compare_by_identity
        borders(facets, apart) { |a, b, one, other|
          join(groups, one.face, other.face) if meet?(pool, a, b, one, other)
        }
        return facets if groups.empty?

        whole = wholes(groups, facets)
        facets.map { |f| (face = whole[f.face]) ? f.with_face(face) : f }
      end

      # { face => the one that it becomes }; the pieces of one in the order of their facets.
      def wholes(groups, facets)
        pieces = facets.map(&:face).uniq(&:object_id).select { |f| groups.key?(f) }
        found = {}.compare_by_identity
        pieces.group_by { |f| groups[f].object_id }.each_value do |faces|
          face = Face.of_pieces(faces)
          faces.each { |f| found[f] = face }
        end
        found
      end

      # Yields the edges between faces of one kind: vertices and facets.
      def borders(facets, apart)
        open = {}
        facets.each do |facet|
          next unless KINDS.include?(facet.face.surface.kind) && !apart[facet.face.name]

          facet.each_edge do |a, b|
            other = open.delete((b << 32) | a)
            open[(a << 32) | b] = facet unless other
            next unless other && !other.face.equal?(facet.face)

            yield a, b, other, facet if other.face.surface.kind == facet.face.surface.kind
          end
        end
      end

      # Do two facets lie on one surface, and go on into each other there?
      def meet?(pool, a, b, one, other)
        surface = one.face.surface
        Geometry::Vec.dot(one.normal, other.normal).positive? && surface.coincident?(other.face.surface) &&
          (!ACROSS.include?(surface.kind) || ruling?(surface, pool.point(a), pool.point(b)))
      end

      def ruling?(surface, p, q)
        along = Geometry::Vec.sub(q, p)
        aside = Geometry::Vec.cross(surface.axis, Geometry::Vec.sub(p, surface.origin))
        Geometry::Vec.dot(along, aside).abs <= OFF * Geometry::Vec.length(along) * Geometry::Vec.length(aside)
      end

      def join(groups, one, other)
        mine, theirs = groups[one] || [one], groups[other] || [other]
        return if mine.equal?(theirs)

        both = mine + theirs
        both.each { |f| groups[f] = both }
      end
      private_class_method :wholes, :borders, :meet?, :ruling?, :join
    end
  end
end
