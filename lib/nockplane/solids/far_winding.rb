# frozen_string_literal: true

module Nockplane
  module Solids
    # Winding numbers that what is away from a facet f contributes at points of f: the sections of other facets by f's
    # plane are crossed with a ray in that plane. Only the facets along the ray are looked at.
    class FarWinding
      NONE = [0, 0, 0].freeze
      # mm around the facet's box: less than what Boolean adds to it when it gathers near facets.
      NEAR = 5e-7

      # Section by f's plane.
      attr_reader :section

      # grid: RayGrid of the others; needs: which sections (true inside, false outside).
      def initialize(pool, facet, grid, others, section, needs)
        @pool = pool
        @facet = facet
        @grid = grid
        @others = others
        @section = section
        @needs = needs
        @counted = {}
        @passing = []
        @us, @vs = Geometry::Overlay.axes(pool, facet.nx, facet.ny, facet.nz)
      end

      # A facet (by index) whose segments were all added elsewhere, or here as passing.
      def counted(index) = @counted[index] = true

      # A segment of such a facet that counts here: set 1 (inside) or 2.
      def pass(a, b, set) = @passing << [a, b, set]

      # [0, winding of S-, winding of S+] of the ray from (x, y, z) along the plane's first or second coordinate axis.
      def ray(x, y, z, along_u)
        point = [x, y, z]
        axis = axis_of(along_u ? @us : @vs)
        box = ray_box(point, axis) or return NONE
        p, q = along_u ? [@us, @vs] : [@vs, @us]
        mp = point[axis]
        mq = point[axis_of(q)]
        total = [0, 0, 0]
        @passing.each { |a, b, set| total[set] += crossing(p, q, a, b, mp, mq, along_u) }
        @grid.each_near(box) do |i|
          next if @counted[i] || !@section.reaches?(@others[i].box)

          @needs.each do |inside|
            @section.each_segment(@others[i], inside) do |a, b|
              total[inside ? 1 : 2] += crossing(p, q, a, b, mp, mq, along_u)
            end
          end
        end
        total
      end

      # The winding at f itself when nothing is near it: from the middle of an edge that a ray can leave.
      def around_facet
        a, b = @facet.loops[0]
        along_u = (@vs[b] - @vs[a]).abs >= (@us[b] - @us[a]).abs
        ray(
          (@pool.xs[a] + @pool.xs[b]) * 0.5,
          (@pool.ys[a] + @pool.ys[b]) * 0.5,
          (@pool.zs[a] + @pool.zs[b]) * 0.5,
          along_u
        )
      end

      # Does a segment come into the facet's box?
      def near_segment?(a, b)
        box = @facet.box
        beside?(@pool.xs, a, b, box[0], box[3]) && beside?(@pool.ys, a, b, box[1], box[4]) &&
          beside?(@pool.zs, a, b, box[2], box[5])
      end

      # Is a vertex inside the facet's box, where all facets are near ones?
      def near?(vertex)
        b = @facet.box
        x = @pool.xs[vertex]
        y = @pool.ys[vertex]
        z = @pool.zs[vertex]
        x >= b[0] - NEAR && x <= b[3] + NEAR && y >= b[1] - NEAR && y <= b[4] + NEAR && z >= b[2] - NEAR &&
          z <= b[5] + NEAR
      end

      private

      # Do the values of a and b reach into a range?
      def beside?(values, a, b, low, high)
        p = values[a]
        q = values[b]
        p < q ? p <= high + NEAR && q >= low - NEAR : q <= high + NEAR && p >= low - NEAR
      end

      def axis_of(array)
        return 0 if array.equal?(@pool.xs)

        array.equal?(@pool.ys) ? 1 : 2
      end

      # Box of the ray from the point to the far side of the grid, staying in f's plane.
      def ray_box(point, axis)
        length = @grid.max[axis] - point[axis]
        return nil if length < -1e-6

        dropped = 3 - axis_of(@us) - axis_of(@vs)
        n = @facet.normal
        slope = -n[axis] / n[dropped]
        low = point.dup
        high = point.dup
        high[axis] += length
        far = point[dropped] + (slope * length)
        low[dropped], high[dropped] = [point[dropped], far].minmax
        (low.map { |c| c - 1e-6 } + high.map { |c| c + 1e-6 })
      end

      # +1 or -1 when the segment a -> b crosses the ray from (mp, mq) towards +p, else 0.
      def crossing(p, q, a, b, mp, mq, along_u)
        qa = q[a]
        qb = q[b]
        return 0 if (qa <= mq) == (qb <= mq)

        at = p[a] + ((p[b] - p[a]) * (mq - qa) / (qb - qa))
        return 0 if at <= mp

        (qb > qa) == along_u ? 1 : -1
      end
    end
  end
end
