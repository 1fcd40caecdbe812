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
        @height = {}
        @crossings = [{}, {}]
      end

      # Yields vertex ids (a, b) of each segment that facet g adds. inside: true for S-, false for S+.
      def each_segment(g, inside)
        found = crossings(g, inside)
        return if found.nil? || found.size < 2

        # t = n x g runs with the solid on its left
        tx = (@ny * g.nz) - (@nz * g.ny)
        ty = (@nz * g.nx) - (@nx * g.nz)
        tz = (@nx * g.ny) - (@ny * g.nx)
        xs = @pool.xs
        ys = @pool.ys
        zs = @pool.zs
        found.sort_by! { |p| (xs[p] * tx) + (ys[p] * ty) + (zs[p] * tz) }
        i = 0
        while i + 1 < found.size
          yield found[i], found[i + 1] if found[i] != found[i + 1]
          i += 2
        end
      end

      # Ids of vertices of the facet that lie on the plane.
      def on_plane(g) = g.loops.flat_map { |l| l.select { |i| height(i).abs <= TOL } }

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

      def height(id)
        @height[id] ||= (@nx * @pool.xs[id]) + (@ny * @pool.ys[id]) + (@nz * @pool.zs[id]) - @d
      end

      def crossings(g, inside)
        level = inside ? -TOL : TOL
        found = nil
        cache = @crossings[inside ? 0 : 1]
        g.loops.each do |ids|
          a = ids[-1]
          ha = height(a)
          i = 0
          while i < ids.size
            b = ids[i]
            hb = height(b)
            (found ||= []) << crossing(a, ha, b, hb, cache) if inside ? (ha >= level) != (hb >= level) : (ha > level) != (hb > level)
            a = b
            ha = hb
            i += 1
          end
        end
        found
      end

      def crossing(a, ha, b, hb, cache)
        return a if ha.abs <= TOL
        return b if hb.abs <= TOL

        a, ha, b, hb = b, hb, a, ha if a > b
        cache[(a << 32) | b] ||= begin
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
