# frozen_string_literal: true

module Nockplane
  module Solids
    # Union, difference and intersection of closed facet solids by one-sided sections (docs/kernel.md):
    #
    #   A - B   keep f \ S- of A, (g & S+ & S-) reversed of B
    #   A + B   keep f \ S+ of A, g \ (S+ | S-) of B
    #   A & B   keep f & S- of A, g & S+ & S- of B
    #
    # where S-, S+ are the sections of the other solid just inside and just outside the facet's plane.
    class Boolean
      # The result was not closed: a bug or a case beyond the kernel's tolerances; nothing is built on it.
      class OpenResult < Nockplane::Error; end

      # needs: which sections A's facets need (B's always need both); keep: [rule for A, rule for B] on (inside f, S-, S+).
      RULES = {
        difference: { needs: [true], a: ->(f, i, _o) { f && !i }, b: ->(g, i, o) { g && i && o }, far: [true, false], reverse: true },
        union: { needs: [false], a: ->(f, _i, o) { f && !o }, b: ->(g, i, o) { g && !(i || o) }, far: [true, true], reverse: false },
        intersection: { needs: [true], a: ->(f, i, _o) { f && i }, b: ->(g, i, o) { g && i && o }, far: [false, false], reverse: false }
      }.freeze
      MARGIN = 1e-6

      def self.difference(a, b) = new(a, b, :difference).call
      def self.union(a, b) = new(a, b, :union).call
      def self.intersection(a, b) = new(a, b, :intersection).call

      def initialize(a, b, operation)
        @a = a
        @b = b
        @rule = RULES.fetch(operation)
      end

      # The resulting Solid (maybe empty). Raises OpenResult.
      def call
        @pool = VertexPool.new(@a.xs, @a.ys, @a.zs, box: grown(@b.box))
        map = Array.new(@b.xs.size) { |i| @pool.weld(@b.xs[i], @b.ys[i], @b.zs[i]) }
        tool = @b.facets.map { |g| g.remapped(map) }
        @touched = []
        kept = side(@a.facets, tool, @b.box, @rule[:needs], @rule[:a], @rule[:far][0], false) +
               side(tool, @a.facets, @a.box, [true, false], @rule[:b], @rule[:far][1], @rule[:reverse])
        finish(kept)
      end

      private

      def side(facets, others, box, needs, rule, far, reverse)
        near = grown(box)
        facets.flat_map do |f|
          next far ? [f] : [] unless overlap?(f.box, near)

          pieces = trim(f, others, needs, rule)
          reverse ? pieces.map(&:reversed) : pieces
        end
      end

      # The parts of facet f that the rule keeps.
      def trim(f, others, needs, rule)
        section = Section.new(@pool, f.plane)
        overlay = Geometry::Overlay.new(@pool, f.nx, f.ny, f.nz)
        crossed = gather(f, others, needs, section, overlay)
        return rule.call(true, false, false) ? [f] : [] if crossed == :nothing

        f.each_edge { |a, b| overlay.add(a, b, 0) }
        polygons = overlay.polygons(&rule)
        return [f] if polygons.size == 1 && polygons[0].size == f.loops.size && same?(polygons[0], f.loops)

        polygons.map { |loops| f.with_loops(loops, Facet.box_of(@pool, loops[0])) }
      end

      def gather(f, others, needs, section, overlay)
        any = :nothing
        reach = reach(f)
        others.each do |g|
          next unless meets?(g.box, reach) && section.reaches?(g.box)

          needs.each do |inside|
            section.each_segment(g, inside) do |a, b|
              overlay.add(a, b, inside ? 1 : 2)
              any = :some
            end
          end
        end
        any
      end

      # Box of f with room for rays towards plus along each axis: [min x, y, z, max x, y, z, dropped axis].
      def reach(f)
        ax = f.nx.abs
        ay = f.ny.abs
        az = f.nz.abs
        dropped = az >= ax && az >= ay ? 2 : (ax >= ay ? 0 : 1)
        grown(f.box) << dropped
      end

      # Can a facet of this box cross the facet or a ray from it? Rays run along either kept axis.
      def meets?(box, reach)
        case reach[6]
        when 2 then upward?(box, reach, 0, 1)
        when 0 then upward?(box, reach, 1, 2)
        else upward?(box, reach, 0, 2)
        end
      end

      def upward?(box, reach, u, v)
        box[u + 3] >= reach[u] && box[v + 3] >= reach[v] && (box[u] <= reach[u + 3] || box[v] <= reach[v + 3])
      end

      def same?(polygon, loops) = polygon.zip(loops).all? { |p, l| p.size == l.size && (i = l.index(p[0])) && l.rotate(i) == p }

      def overlap?(box, other)
        box[0] <= other[3] && box[3] >= other[0] && box[1] <= other[4] && box[4] >= other[1] && box[2] <= other[5] && box[5] >= other[2]
      end

      def grown(box) = [box[0] - MARGIN, box[1] - MARGIN, box[2] - MARGIN, box[3] + MARGIN, box[4] + MARGIN, box[5] + MARGIN]

      def finish(facets)
        facets = Repair.split_t_junctions(@pool, facets)
        facets = Repair.merge_coplanar(@pool, facets)
        facets = Repair.split_t_junctions(@pool, facets)
        solid = Solid.compact(@pool, facets)
        open = solid.open_edges
        return solid if open.empty?

        raise OpenResult, "the result is open along #{open.size} edges, near #{place(solid, open[0])}; " \
                          'move the feature a little or change its size by 0.01 mm'
      end

      def place(solid, key) = format('(%.3f, %.3f, %.3f) mm', *solid.point(key >> 32))
    end
  end
end
