# frozen_string_literal: true

module Nockplane
  module Solids
    # Collects vertices and facets of a new body; faces are made once per name.
    class Mesh
      def initialize
        @pool = VertexPool.new
        @facets = []
        @faces = {}
      end

      # The face of a name; the block gives its surface the first time.
      def face(name) = @faces[name] ||= Face.new(name, yield)

      # Adds a facet from loops of model points; degenerate corners are dropped, and the facet with them when < 3 are
      # left.
      def facet(face, *loops) = facet_over(face, *loops.map { |points| points.map { |p| vertex(p) } })

      # Number of the vertex at a model point.
      def vertex(point) = @pool.weld(*point)

      # The same from loops of numbers of vertices.
      def facet_over(face, *loops)
        ids = loops.map { |list| clean(list) }.reject { |l| l.size < 3 }
        @facets << Facet.over(@pool, ids, face) unless ids.empty?
      end

      def solid = Solid.compact(@pool, @facets)

      # One solid of several disjoint ones.
      def self.compound(solids)
        return solids[0] if solids.size == 1

        xs = []
        ys = []
        zs = []
        facets = solids.flat_map do |s|
          base = xs.size
          xs.concat(s.xs)
          ys.concat(s.ys)
          zs.concat(s.zs)
          s.facets.map { |f| f.shifted(base) }
        end
        Solid.new(xs, ys, zs, facets)
      end

      private

      def clean(ids) = ids.reject.with_index { |id, i| id == ids[i - 1] }
    end
  end
end
