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
      def facet(face, *loops)
        ids = loops.map { |points| clean(points.map { |p| @pool.weld(*p) }) }.reject { |l| l.size < 3 }
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

      def clean(ids) = ids.each_with_index.reject { |id, i| id == ids[i - 1] }.map(&:first)
    end
  end
end
