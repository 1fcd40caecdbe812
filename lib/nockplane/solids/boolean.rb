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

      # needs: which sections A's facets need (B's always need both); keep: [rule for A, rule for B] on (inside f, S-,
      # S+).
      RULES = {
        difference: {
          needs: [true],
          a: ->(f, i, _o) { f && !i },
          b: ->(g, i, o) { g && i && o },
          far: [true, false],
          reverse: true
        },
        union: {
          needs: [false],
          a: ->(f, _i, o) { f && !o },
          b: ->(g, i, o) { g && !(i || o) },
          far: [true, true],
          reverse: false
        },
        intersection: {
          needs: [true],
          a: ->(f, i, _o) { f && i },
          b: ->(g, i, o) { g && i && o },
          far: [false, false],
          reverse: false
        }
      }.freeze
      MARGIN = 1e-6

      # apart: as of Repair.merge_coplanar.
      def self.difference(a, b, apart: nil) = new(a, b, :difference, apart).call
      def self.union(a, b) = new(a, b, :union).call
      def self.intersection(a, b) = new(a, b, :intersection).call

      def initialize(a, b, operation, apart = nil)
        @a = a
        @b = b
        @apart = apart
        @rule = RULES.fetch(operation)
      end

      # The resulting Solid (maybe empty). Raises OpenResult.
      def call
        @pool = VertexPool.new(@a.xs, @a.ys, @a.zs, box: grown(@b.box))
        map = Array.new(@b.xs.size) { |i| @pool.weld(@b.xs[i], @b.ys[i], @b.zs[i]) }
        tool = @b.facets.map { |g| g.remapped(map) }
        kept = side(@a.facets, tool, @b.box, @rule[:needs], @rule[:a], @rule[:far][0], false) +
               side(tool, @a.facets, @a.box, [true, false], @rule[:b], @rule[:far][1], @rule[:reverse])
        finish(kept)
      end

      private

      def side(facets, others, box, needs, rule, far, reverse)
        near = grown(box)
        return far ? facets : [] if others.empty?

        @others = others
        @grid = FacetGrid.new(others, within: grown(grown(@b.box)))
        @rays = RayGrid.new(others, @grid.partial? ? nil : @grid)
        @cuts = PlaneCuts.new(@pool, others)
        @piercing = Piercing.new(@pool)
        untouched = []
        kept = []
        facets.each do |f|
          if overlap?(f.box, near) then kept.concat(trim(f, needs, rule) { untouched << f })
          elsif far then kept << f
          end
        end
        kept.concat(whole(untouched, needs, rule))
        reverse ? kept.map(&:reversed) : kept
      end

      # The parts of facet f that the rule keeps. Yields (and gives none) when nothing is near f.
      def trim(f, needs, rule)
        near = []
        @grid.each_near(grown(f.box)) { |i| near << i }
        if near.empty?
          yield
          return []
        end
        if (pieces = @cuts.pieces(f, near))
          kept = pieces.select { |_, inside| rule.call(true, inside, inside) }
          return kept.size == pieces.size ? [f] : kept.map { |ids, _| f.trimmed(@pool, [ids]) }
        end

        far = FarWinding.new(@pool, f, @rays, @others, Section.new(@pool, f.plane), needs)
        segments = gather(near, needs, far)
        return kept_whole?(far, rule) ? [f] : [] if segments.empty?

        pierced(f, segments, needs, far, rule) || overlaid(f, segments, far, rule)
      end

      # The facet with holes, or as it is, where the other solid only passes through it; else nil.
      def pierced(facet, segments, needs, far, rule)
        return nil unless needs.size == 1 && (loops = @piercing.loops(facet, segments))

        return nil unless far.around_facet == FarWinding::NONE
        return nil unless rule.call(true, false, false) && !rule.call(true, true, true)

        loops.empty? ? [facet] : [facet.trimmed(@pool, facet.loops + loops.map(&:reverse))]
      end

      def overlaid(facet, segments, far, rule)
        overlay = Geometry::Overlay.new(@pool, facet.nx, facet.ny, facet.nz)
        segments.each { |a, b, set| overlay.add(a, b, set) }
        facet.each_edge { |a, b| overlay.add(a, b, 0) }
        polygons = overlay.polygons(far, &rule)
        return [facet] if polygons.size == 1 && polygons[0].size == facet.loops.size && same?(polygons[0], facet.loops)

        polygons.map { |loops| facet.trimmed(@pool, loops) }
      end

      # Facets that have none of the other solid near are kept or dropped whole, and neighbours alike: its surface does
      # not pass between them. So one ray decides for each connected group. (Facets with something near but no section
      # through them are decided one by one: the other surface may run along their common edge.)
      def whole(facets, needs, rule)
        Components.of(facets) { true }.flat_map do |group|
          f = facets[group[0]]
          far = FarWinding.new(@pool, f, @rays, @others, Section.new(@pool, f.plane), needs)
          kept_whole?(far, rule) ? group.map { |i| facets[i] } : []
        end
      end

      def kept_whole?(far, rule)
        _, inside, outside = far.around_facet
        rule.call(true, inside.positive?, outside.positive?)
      end

      # Segments [[a, b, set], ...] of the facets near f that are near it themselves; the others go to what is far.
      def gather(indices, needs, far)
        segments = []
        indices.each do |i|
          next unless far.section.reaches?(@others[i].box)

          needs.each do |inside|
            far.section.each_segment(@others[i], inside) do |a, b|
              segment = [a, b, inside ? 1 : 2]
              far.near_segment?(a, b) ? segments << segment : far.pass(*segment)
            end
          end
          far.counted(i)
        end
        segments
      end

      def same?(polygon, loops)
        polygon.zip(loops).all? { |p, l| p.size == l.size && (i = l.index(p[0])) && l.rotate(i) == p }
      end

      def overlap?(box, other)
        box[0] <= other[3] && box[3] >= other[0] && box[1] <= other[4] && box[4] >= other[1] && box[2] <= other[5] &&
          box[5] >= other[2]
      end

      def grown(box)
        [box[0] - MARGIN, box[1] - MARGIN, box[2] - MARGIN, box[3] + MARGIN, box[4] + MARGIN, box[5] + MARGIN]
      end

      # (Merging may part what slivers hold together, where a file's faces meet at micrometres: then the pieces stay as
      # they are.)
      def finish(facets)
        split, whole = Repair.split_t_junctions(@pool, facets)
        merged, closed = Repair.split_t_junctions(@pool, Repair.merge_coplanar(@pool, split, @apart))
        solid = Solid.compact(@pool, merged)
        return solid if closed
        return Solid.compact(@pool, split) if whole

        told = Repair.without_repeats(facets)
        return finish(told) if told != facets

        open = solid.open_edges
        raise OpenResult, "the result is open along #{open.size} edges, near #{place(solid, open[0])}; " \
                          'move the feature a little or change its size by 0.01 mm'
      end

      def place(solid, key) = format('(%.3f, %.3f, %.3f) mm', *solid.point(key >> 32))
    end
  end
end
