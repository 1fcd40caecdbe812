# frozen_string_literal: true

module Nockplane
  module Geometry
    # Overlay of sets of directed closed polygons lying in one plane, on welded vertex ids.
    # Every set has its interior on the left of its edges, seen along -n. Steps: split edges at crossings and at vertices on
    # them; keep the net directed count of each set per piece; classify each run of pieces by one ray; keep pieces where
    # the rule differs between left and right; link them by angle.
    # Hot: flat arrays and while loops; about two thirds of a boolean's time is spent here.
    class Overlay
      # pool: welds and holds vertices (xs, ys, zs, weld). normal: of the plane, as three Floats.
      def initialize(pool, nx, ny, nz)
        @pool = pool
        @us, @vs = Overlay.axes(pool, nx, ny, nz)
        @ea = []
        @eb = []
        @es = []
      end

      # The two coordinate arrays to look at when the plane is seen from outside (counter-clockwise stays so).
      def self.axes(pool, nx, ny, nz)
        ax = nx.abs
        ay = ny.abs
        az = nz.abs
        if az >= ax && az >= ay then nz.positive? ? [pool.xs, pool.ys] : [pool.ys, pool.xs]
        elsif ax >= ay then nx.positive? ? [pool.ys, pool.zs] : [pool.zs, pool.ys]
        else ny.positive? ? [pool.zs, pool.xs] : [pool.xs, pool.zs]
        end
      end

      # Adds the directed edge a -> b to set 0, 1 or 2.
      def add(a, b, set)
        return if a == b

        @ea << a
        @eb << b
        @es << set
      end

      def empty? = @ea.empty?

      # Polygons [[outer ids], [hole ids], ...] of the region where the block, given three booleans, is true.
      # far: answers ray(x, y, z, along_u) with the winding that edges not added here contribute, or nil.
      def polygons(far = nil, &rule)
        @far = far
        split
        count
        keep(rule)
        Linking.new(@us, @vs, @ka, @kb).polygons
      end

      private

      def split
        n = @ea.size
        @cuts = Array.new(n)
        order = (0...n).sort_by { |i| [@us[@ea[i]], @us[@eb[i]]].min }
        lo = order.map { |i| [@us[@ea[i]], @us[@eb[i]]].min - Tolerance::WELD }
        hi = order.map { |i| [@us[@ea[i]], @us[@eb[i]]].max + Tolerance::WELD }
        i = 0
        while i < n
          e = order[i]
          limit = hi[i]
          base = @es[e].zero?
          j = i + 1
          while j < n && lo[j] <= limit
            f = order[j]
            meet(e, f) unless base && @es[f].zero?
            j += 1
          end
          i += 1
        end
      end

      def meet(e, f)
        a = @ea[e]
        b = @eb[e]
        c = @ea[f]
        d = @eb[f]
        av = @vs[a]
        bv = @vs[b]
        cv = @vs[c]
        dv = @vs[d]
        w = Tolerance::WELD
        if av < bv
          return if (cv < av - w && dv < av - w) || (cv > bv + w && dv > bv + w)
        elsif (cv < bv - w && dv < bv - w) || (cv > av + w && dv > av + w)
          return
        end
        return if (a == c && b == d) || (a == d && b == c)

        touched = touch(e, a, b, c) | touch(e, a, b, d) | touch(f, c, d, a) | touch(f, c, d, b)
        return if touched || a == c || a == d || b == c || b == d

        cross(e, f, a, b, c, d)
      end

      # Splits edge e = (a, b) at vertex p when p lies on it, off its ends. True when it does.
      def touch(e, a, b, p)
        return false if p == a || p == b

        au = @us[a]
        av = @vs[a]
        du = @us[b] - au
        dv = @vs[b] - av
        pu = @us[p] - au
        pv = @vs[p] - av
        l2 = (du * du) + (dv * dv)
        s = (du * pv) - (dv * pu)
        return false if s * s > Tolerance::POINT * Tolerance::POINT * 4 * l2

        t = ((pu * du) + (pv * dv)) / l2
        return false if t <= 0.0 || t >= 1.0

        (@cuts[e] ||= []) << [t, p]
        true
      end

      def cross(e, f, a, b, c, d)
        au = @us[a]
        av = @vs[a]
        du = @us[b] - au
        dv = @vs[b] - av
        cu = @us[c] - au
        cv = @vs[c] - av
        eu = @us[d] - @us[c]
        ev = @vs[d] - @vs[c]
        s1 = (du * cv) - (dv * cu)
        s2 = (du * (cv + ev)) - (dv * (cu + eu))
        return if (s1.positive? && s2.positive?) || (s1.negative? && s2.negative?)

        den = s1 - s2
        return if den.zero?

        tf = s1 / den
        te = du.abs > dv.abs ? (cu + (eu * tf)) / du : (cv + (ev * tf)) / dv
        return if te <= 0.0 || te >= 1.0

        p = @pool.weld(@pool.xs[a] + ((@pool.xs[b] - @pool.xs[a]) * te), @pool.ys[a] + ((@pool.ys[b] - @pool.ys[a]) * te),
                       @pool.zs[a] + ((@pool.zs[b] - @pool.zs[a]) * te))
        (@cuts[e] ||= []) << [te, p] unless p == a || p == b
        (@cuts[f] ||= []) << [tf, p] unless p == c || p == d
      end

      # Net directed count of every set on every piece; pieces whose counts cancel vanish.
      def count
        index = {}
        @pa = []
        @pb = []
        @counts = []
        @ea.each_index do |e|
          from = @ea[e]
          @cuts[e]&.sort_by! { |t, _| t }
          @cuts[e]&.each do |_, p|
            tally(index, from, p, @es[e])
            from = p
          end
          tally(index, from, @eb[e], @es[e])
        end
        live = (0...@pa.size).reject { |i| @counts[i].all?(&:zero?) }
        @pa = live.map { |i| @pa[i] }
        @pb = live.map { |i| @pb[i] }
        @counts = live.map { |i| @counts[i] }
      end

      def tally(index, a, b, set)
        return if a == b

        step = 1
        if a > b
          a, b = b, a
          step = -1
        end
        i = (index[(a << 32) | b] ||= @pa.size)
        if i == @pa.size
          @pa << a
          @pb << b
          @counts << [0, 0, 0]
        end
        @counts[i][set] += step
      end

      def keep(rule)
        @ka = []
        @kb = []
        at = Hash.new { |h, k| h[k] = [] }
        @pa.each_index do |i|
          at[@pa[i]] << i
          at[@pb[i]] << i
        end
        done = Array.new(@pa.size)
        @pa.each_index do |i|
          next if done[i]

          left = windings(i)
          right = [left[0] - @counts[i][0], left[1] - @counts[i][1], left[2] - @counts[i][2]]
          here = rule.call(left[0].positive?, left[1].positive?, left[2].positive?)
          there = rule.call(right[0].positive?, right[1].positive?, right[2].positive?)
          run(i, at, done) { |a, b| here ? take(a, b) : take(b, a) if here != there }
        end
      end

      def take(a, b)
        @ka << a
        @kb << b
      end

      # Walks from piece i both ways through vertices where just two pieces meet with equal counts; yields each piece
      # directed like piece i.
      def run(i, at, done)
        done[i] = true
        yield @pa[i], @pb[i]
        [[@pb[i], 1], [@pa[i], -1]].each do |vertex, sense|
          piece = i
          forward = @counts[i]
          loop do
            around = at[vertex]
            break unless around.size == 2

            piece = around[0] == piece ? around[1] : around[0]
            break if done[piece]

            out = @pa[piece] == vertex
            same = out == (sense == 1)
            c = @counts[piece]
            break unless same ? c == forward : (c[0] == -forward[0] && c[1] == -forward[1] && c[2] == -forward[2])

            done[piece] = true
            same ? yield(@pa[piece], @pb[piece]) : yield(@pb[piece], @pa[piece])
            vertex = out ? @pb[piece] : @pa[piece]
          end
        end
      end

      # Winding numbers of the three sets just left of piece i, by a ray along the axis the piece crosses more steeply.
      def windings(i)
        a = @pa[i]
        b = @pb[i]
        du = @us[b] - @us[a]
        dv = @vs[b] - @vs[a]
        along_u = dv.abs >= du.abs
        if along_u
          w = ray(@us, @vs, i, 1)
          left = dv.negative?
        else
          w = ray(@vs, @us, i, -1)
          left = du.positive?
        end
        w = beyond(w, a, b, along_u) if @far
        c = @counts[i]
        left ? w : [w[0] + c[0], w[1] + c[1], w[2] + c[2]]
      end

      def beyond(winding, a, b, along_u)
        far = @far.ray((@pool.xs[a] + @pool.xs[b]) * 0.5, (@pool.ys[a] + @pool.ys[b]) * 0.5, (@pool.zs[a] + @pool.zs[b]) * 0.5, along_u)
        [winding[0] + far[0], winding[1] + far[1], winding[2] + far[2]]
      end

      # Sums counts of pieces crossed by the ray from the middle of piece i towards +p; sign turns with the handedness.
      def ray(p, q, i, sign)
        a = @pa[i]
        b = @pb[i]
        mp = (p[a] + p[b]) * 0.5
        mq = (q[a] + q[b]) * 0.5
        w0 = w1 = w2 = 0
        j = 0
        n = @pa.size
        while j < n
          c = @pa[j]
          d = @pb[j]
          qc = q[c]
          qd = q[d]
          if (qc <= mq) != (qd <= mq) && j != i
            pc = p[c]
            pd = p[d]
            if (pc > mp && pd > mp) || ((pc > mp || pd > mp) && pc + ((pd - pc) * (mq - qc) / (qd - qc)) > mp)
              s = qd > qc ? sign : -sign
              k = @counts[j]
              w0 += s * k[0]
              w1 += s * k[1]
              w2 += s * k[2]
            end
          end
          j += 1
        end
        [w0, w1, w2]
      end
    end
  end
end
