# frozen_string_literal: true

module Nockplane
  module Formats
    # Corners and triangles of a glTF primitive (Glb): a vertex of the solid is written once for each direction that its
    # faces have there.
    class GlbCorners
      attr_reader :positions, :normals, :triangles

      def initialize(solid)
        @solid = solid
        @positions = []
        @normals = []
        @triangles = []
      end

      # Adds a face's facets (their indices); gives how many triangles that were.
      def add(facets)
        before = @triangles.size
        index = {}
        facets.each do |i|
          facet = @solid.facets[i]
          Solids::Triangulator
            .triangles(@solid, facet)
            .each { |t| t.each { |v| @triangles << corner(facet, v, index) } }
        end
        (@triangles.size - before) / 3
      end

      private

      def corner(facet, vertex, index)
        normal = normal(facet, vertex)
        index[[vertex, facet.face.surface.plane? ? 0 : normal.map { |c| c.round(3) }]] ||= begin
          @positions.concat(@solid.point(vertex))
          @normals.concat(normal)
          (@positions.size / 3) - 1
        end
      end

      # Out of the solid, of the true surface.
      def normal(facet, vertex)
        return facet.normal if facet.face.surface.plane?

        n = facet.face.surface.normal_at(@solid.point(vertex))
        Geometry::Vec.dot(n, facet.normal).negative? ? Geometry::Vec.neg(n) : n
      end
    end
  end
end
