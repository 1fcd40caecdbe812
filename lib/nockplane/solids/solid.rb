# frozen_string_literal: true

module Nockplane
  module Solids
    # A closed body (or several): vertex coordinates in mm and facets. Deeply frozen, safe to share and to cache.
    # Rules checked by #faults: every edge is used as often one way as the other; facets have at least three corners.
    class Solid
      attr_reader :xs, :ys, :zs, :facets, :box

      # Takes any pool and facets over it; keeps only the vertices used.
      def self.compact(pool, facets)
        ids = {}
        mapped = facets.map { |f| f.with_loops(f.loops.map { |l| l.map { |i| ids[i] ||= ids.size } }) }
        new(ids.keys.map { |i| pool.xs[i] }, ids.keys.map { |i| pool.ys[i] }, ids.keys.map { |i| pool.zs[i] }, mapped)
      end

      EMPTY_BOX = [0.0] * 6

      def initialize(xs, ys, zs, facets)
        @xs = xs
        @ys = ys
        @zs = zs
        @facets = facets
        @box = xs.empty? ? EMPTY_BOX : [xs.min, ys.min, zs.min, xs.max, ys.max, zs.max]
        Ractor.make_shareable(self)
      end

      def empty? = @facets.empty?
      def point(id) = [@xs[id], @ys[id], @zs[id]]

      # Faces in order of first facet, one per name.
      def faces = @facets.map(&:face).uniq(&:name)

      # The face of a name (or of an alias merged into it), nil when there is none.
      def face(name) = faces.find { |f| f.named?(name) }

      def facets_of(name) = @facets.select { |f| f.face.named?(name) }

      # Unit normal of a facet's analytic surface at one of the facet's vertices (by id), out of the solid.
      def outward(facet, vertex)
        return facet.normal if facet.face.surface.plane?

        n = facet.face.surface.normal_at(point(vertex))
        Geometry::Vec.dot(n, facet.normal).negative? ? Geometry::Vec.neg(n) : n
      end

      # Does the normal of a facet's surface run out of the solid? (Asked at the corner farthest from the axis: at a tip
      # there is none.)
      def along?(facet)
        surface = facet.face.surface
        corner = facet.loops[0].max_by { |i| surface.swept? ? 0 : surface.radial_distance(point(i)) }
        !Geometry::Vec.dot(surface.normal_at(point(corner)), facet.normal).negative?
      end

      # Sentences about what keeps this from being a closed solid; empty when all is well.
      def faults
        open = open_edges
        found = []
        found << "#{open.size} edges are not closed" unless open.empty?
        found << 'a facet has fewer than three corners' if @facets.any? { |f| f.loops.any? { |l| l.size < 3 } }
        found
      end

      def closed? = !empty? && faults.empty?

      # Keys a << 32 | b of edges not used equally often in both directions.
      def open_edges
        count = Hash.new(0)
        @facets.each { |f| f.each_edge { |a, b| a < b ? count[(a << 32) | b] += 1 : count[(b << 32) | a] -= 1 } }
        count.reject { |_, n| n.zero? }.keys
      end

      # Groups of facets joined by edges: one group per separate shell. Arrays of facet indices.
      def shells
        Components.of(@facets) { |_a, _b| true }
      end
    end
  end
end
