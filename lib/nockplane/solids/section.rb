# frozen_string_literal: true

module Nockplane
  module Solids
    # One-sided section of facets by a plane: the closed directed polygons where the solid is cut just inside
    # (vertices on the plane count as above) or just outside (they count as below) the plane's positive side.
    # Coplanar faces need no special case. Segments run with the solid on their left, seen against the normal.
    class Section
      TOL = Geometry::Tolerance::POINT

      # pool: the shared vertices; plane: [nx, ny, nz, d].
      def initialize(pool, plane)
        @pool = pool
        @nx, @ny, @nz, @d = plane
        @xs = pool.xs
        @ys = pool.ys
        @zs = pool.zs
        @crossings = {}
        @off = {}.compare_by_identity
      end

      # Yields vertex ids (a, b) of each segment that facet g adds. inside: true for S-, false for S+.
      def each_segment(g, inside)
        # (One that has no corner on the plane is cut alike on both sides of it.)
        found = @off.fetch(g) { crossings(g, inside) }
        return if found.nil? || found.size < 2

        # t = n x g runs with the solid on its left
        tx = (@ny * g.nz) - (@nz * g.ny)
        ty = (@nz * g.nx) - (@nx * g.nz)
        tz = (@nx * g.ny) - (@ny * g.nx)
        return (yield_pair(found, tx, ty, tz) { |a, b| yield a, b }) if found.size == 2

        xs = @xs
        ys = @ys
        zs = @zs
        found.sort_by! { |p| (xs[p] * tx) + (ys[p] * ty) + (zs[p] * tz) }
        i = 0
        while i + 1 < found.size
          yield found[i], found[i + 1] if found[i] != found[i + 1]
          i += 2
        end
      end

      # The common case, one segment, without sorting.
      def yield_pair(found, tx, ty, tz)
        a, b = found
        return if a == b

        forward = ((@xs[b] - @xs[a]) * tx) + ((@ys[b] - @ys[a]) * ty) + ((@zs[b] - @zs[a]) * tz)
        forward.negative? ? yield(b, a) : yield(a, b)
      end

      # Can the plane meet the box at all?
      def reaches?(box)
        hx = (box[3] - box[0]) * 0.5
        hy = (box[4] - box[1]) * 0.5
        hz = (box[5] - box[2]) * 0.5
        s = (@nx * (box[0] + hx)) + (@ny * (box[1] + hy)) + (@nz * (box[2] + hz)) - @d
        r = (@nx.abs * hx) + (@ny.abs * hy) + (@nz.abs * hz) + TOL
        s <= r && s >= -r
      end

      private

      # Places where the edges of a facet pass the plane; kept where no corner lies on it. Hot: heights are computed in
      # place, large planar facets have thousands of corners.
      def crossings(g, inside)
        level = inside ? -TOL : TOL
        found = nil
        on = false
        xs = @xs
        ys = @ys
        zs = @zs
        nx = @nx
        ny = @ny
        nz = @nz
        d = @d
        boxes = g.loop_boxes
        g.loops.each_with_index do |ids, k|
          next if boxes && !reaches?(boxes[k])

          a = ids[-1]
          ha = (nx * xs[a]) + (ny * ys[a]) + (nz * zs[a]) - d
          above_a = inside ? ha >= level : ha > level
          i = 0
          n = ids.size
          while i < n
            b = ids[i]
            hb = (nx * xs[b]) + (ny * ys[b]) + (nz * zs[b]) - d
            on = true if hb <= TOL && hb >= -TOL
            above_b = inside ? hb >= level : hb > level
            (found ||= []) << crossing(a, ha, b, hb) if above_a != above_b
            a = b
            ha = hb
            above_a = above_b
            i += 1
          end
        end
        @off[g] = found unless on
        found
      end

      def crossing(a, ha, b, hb)
        return a if ha.abs <= TOL
        return b if hb.abs <= TOL

        a, ha, b, hb = b, hb, a, ha if a > b
        @crossings[(a << 32) | b] ||= begin
          t = ha / (ha - hb)
          xs = @pool.xs
          ys = @pool.ys
          zs = @pool.zs
          @pool.weld(xs[a] + ((xs[b] - xs[a]) * t), ys[a] + ((ys[b] - ys[a]) * t), zs[a] + ((zs[b] - zs[a]) * t))
        end
      end
    end
  end
end
