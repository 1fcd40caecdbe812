# frozen_string_literal: true

module Nockplane
  module Geometry
    # Overlay of sets of directed closed polygons lying in one plane, on welded vertex ids.
    # Every set has its interior on the left of its edges, seen along -n. Steps: split edges at crossings and at
    # vertices on them; keep the net directed count of each set per piece; classify one piece by a ray and those
    # connected to it by going around their common vertices; keep pieces where the rule differs between left and right;
    # link them by angle. Hot: flat arrays and while loops; about two thirds of a boolean's time is spent here.
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
      # far: answers ray(x, y, z, along_u) with the winding that edges not added here contribute, or nil; with it the
      # rule has to be false outside set 0 (Windings).
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

        p =
          @pool.weld(
            @pool.xs[a] + ((@pool.xs[b] - @pool.xs[a]) * te),
            @pool.ys[a] + ((@pool.ys[b] - @pool.ys[a]) * te),
            @pool.zs[a] + ((@pool.zs[b] - @pool.zs[a]) * te)
          )
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

      # Keeps the pieces that the rule tells different on their two sides.
      def keep(rule)
        @ka = []
        @kb = []
        left = Windings.new(@pool, @us, @vs, @pa, @pb, @counts, @far).left
        @pa.each_index { |i| choose(i, left[i], rule) }
      end

      def choose(i, left, rule)
        c = @counts[i]
        here = rule.call(left[0].positive?, left[1].positive?, left[2].positive?)
        there = rule.call(left[0] > c[0], left[1] > c[1], left[2] > c[2])
        return if here == there

        @ka << (here ? @pa[i] : @pb[i])
        @kb << (here ? @pb[i] : @pa[i])
      end
    end
  end
end
