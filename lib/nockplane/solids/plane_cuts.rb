# frozen_string_literal: true

module Nockplane
  module Solids
    # The common case of a boolean: a small convex facet (of a hole's wall, say) that passes through faces of the other
    # solid far from all their edges. There those are planes: the facet is cut by them in turn, and every piece is
    # inside or outside by the plane it ends at. A side of the facet may lie on such a plane (a hole begins at a face).
    # Whatever is not sure here (a single corner on a plane, an edge near, planes that cross) is left to the overlay of
    # both sections (Boolean).
    class PlaneCuts
      # mm: a corner nearer to a plane than SURE and not ON it is not sure; room around the facet that has to be free of
      # edges.
      SURE = 1e-5
      ON = Geometry::Tolerance::POINT
      # Corners of a facet that is tried; facets of the other solid that may cut it.
      CORNERS = 6
      MOST = 8

      # pool: the shared vertices; others: facets of the other solid.
      def initialize(pool, others)
        @pool = pool
        @xs = pool.xs
        @ys = pool.ys
        @zs = pool.zs
        @others = others
      end

      # [[vertex ids, inside the other solid?], ...] of a facet; nil where it is not that common case. near: indices of
      # the others whose boxes meet the facet's.
      def pieces(facet, near)
        ids = facet.loops[0]
        return nil unless facet.loops.size == 1 && ids.size <= CORNERS && near.size <= MOST

        passing, inside = planes(ids, near, facet.box)
        return nil if passing.nil? || (passing.empty? && inside.nil?) || !convex?(ids, facet)

        found = [[ids, inside]]
        passing.each { |g| found = split(found, g) or return nil }
        found.any? { |_, sure| sure.nil? } ? nil : found
      end

      private

      def height(g, i) = (g.nx * @xs[i]) + (g.ny * @ys[i]) + (g.nz * @zs[i]) - g.d

      # [those whose planes pass between the corners, is the facet inside by one that a side of it lies on (nil: there
      # is none)]; nil when it is not sure.
      def planes(ids, near, box)
        passing = []
        inside = nil
        near.each do |k|
          g = @others[k]
          on, above, below = sides(ids, g)
          return nil if on.nil?
          next if on.empty? && !(above && below)
          return nil if (above && below && !on.empty?) || on.size == 1 || on.size > 2 || edge_near?(g, box)

          next passing << g if on.empty?
          next unless covers?(g, *middle(*on))
          return nil unless inside.nil? || inside == below

          inside = below
        end
        [passing, inside]
      end

      # [corners on a plane, are any above it, any below]; nil when one is neither.
      def sides(ids, g)
        on = []
        above = below = false
        ids.each do |i|
          h = height(g, i)
          if h.abs < SURE
            return nil if h.abs > ON

            on << i
          else
            h.positive? ? above = true : below = true
          end
        end
        [on, above, below]
      end

      def middle(a, b) = [@xs, @ys, @zs].map { |c| (c[a] + c[b]) / 2 }

      # Does an edge of a facet come into the box? Hot: a face with many holes has hundreds of them.
      def edge_near?(g, box)
        x0, y0, z0 = box[0] - SURE, box[1] - SURE, box[2] - SURE
        x1, y1, z1 = box[3] + SURE, box[4] + SURE, box[5] + SURE
        boxes = g.loop_boxes
        xs, ys, zs = @xs, @ys, @zs
        k = 0
        while k < g.loops.size
          ids = g.loops[k]
          box = boxes && boxes[k]
          k += 1
          next if box && (box[0] > x1 || box[3] < x0 || box[1] > y1 || box[4] < y0 || box[2] > z1 || box[5] < z0)

          a = ids[-1]
          i = 0
          while i < ids.size
            b = ids[i]
            i += 1
            xa = xs[a]
            xb = xs[b]
            unless xa < x0 ? xb < x0 : xa > x1 && xb > x1
              ya = ys[a]
              yb = ys[b]
              unless ya < y0 ? yb < y0 : ya > y1 && yb > y1
                za = zs[a]
                zb = zs[b]
                return true unless za < z0 ? zb < z0 : za > z1 && zb > z1
              end
            end
            a = b
          end
        end
        false
      end

      # Does a place on its plane lie within a facet? (By crossings of a ray along an axis that the plane is not square
      # to.) Hot, too.
      def covers?(g, x, y, z)
        u, v, p, q = seen(g, x, y, z)
        odd = false
        g.loops.each do |ids|
          a = ids[-1]
          above = v[a] > q
          i = 0
          while i < ids.size
            b = ids[i]
            i += 1
            if above != (v[b] > q)
              above = !above
              odd = !odd if p < u[a] + ((u[b] - u[a]) * (q - v[a]) / (v[b] - v[a]))
            end
            a = b
          end
        end
        odd
      end

      def convex?(ids, facet)
        ids.each_index.all? do |k|
          a, b, c = ids[k - 2], ids[k - 1], ids[k]
          ux, uy, uz = @xs[b] - @xs[a], @ys[b] - @ys[a], @zs[b] - @zs[a]
          vx, vy, vz = @xs[c] - @xs[b], @ys[c] - @ys[b], @zs[c] - @zs[b]
          (((uy * vz) - (uz * vy)) * facet.nx) + (((uz * vx) - (ux * vz)) * facet.ny) +
            (((ux * vy) - (uy * vx)) * facet.nz) > 0
        end
      end

      # The pieces cut by a facet's plane where it passes through them; nil when that is not sure. (A facet that has no
      # edge near covers its plane there, or none of it.)
      def split(pieces, g)
        cut, rest = pieces.partition { |ids, _| ids.map { |i| height(g, i).positive? }.uniq.size == 2 }
        return pieces if cut.empty?
        return nil unless cut.size == 1

        above, below = halves(cut[0][0], g) || (return nil)
        on = (above & below)[0]
        return pieces unless covers?(g, @xs[on], @ys[on], @zs[on])

        rest << [above, false] << [below, true]
      end

      # Loops above and below; nil when a corner lies on the plane.
      def halves(ids, g)
        above, below = [], []
        a = ids[-1]
        ha = height(g, a)
        ids.each do |b|
          hb = height(g, b)
          return nil if hb.abs < SURE

          if ha.positive? != hb.positive?
            at = crossing(a, ha, b, hb)
            above << at
            below << at
          end
          (hb.positive? ? above : below) << b
          a, ha = b, hb
        end
        [above, below]
      end

      # As Section finds it.
      def crossing(a, ha, b, hb)
        a, ha, b, hb = b, hb, a, ha if a > b
        t = ha / (ha - hb)
        @pool.weld(@xs[a] + ((@xs[b] - @xs[a]) * t), @ys[a] + ((@ys[b] - @ys[a]) * t), @zs[a] + ((@zs[b] - @zs[a]) * t))
      end

      # The two coordinates in which a plane is seen best, of all vertices and of a place.
      def seen(g, x, y, z)
        return [@ys, @zs, y, z] if g.nx.abs >= g.ny.abs && g.nx.abs >= g.nz.abs

        g.ny.abs >= g.nz.abs ? [@zs, @xs, z, x] : [@xs, @ys, x, y]
      end
    end
  end
end
