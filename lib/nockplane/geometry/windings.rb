# frozen_string_literal: true

module Nockplane
  module Geometry
    # How often each of three sets of directed closed polygons runs round the place just left of every piece of their
    # overlay. One ray tells it beside one piece; from there it is carried from piece to piece around the vertices (each
    # piece crossed changes it by its counts), as far as that is safe: see #carries?. Hot: flat arrays and while loops.
    class Windings
      TURN = 2 * Math::PI
      # Radians between two pieces at a vertex that count as apart.
      APART = 1e-5
      # Pieces beyond which they are kept in rows for the rays.
      MANY = 64

      # pa, pb: vertex ids of the pieces' ends; counts: [net directed count of each set]; far as in Overlay#polygons.
      def initialize(pool, us, vs, pa, pb, counts, far)
        @pool = pool
        @us = us
        @vs = vs
        @pa = pa
        @pb = pb
        @counts = counts
        @far = far
      end

      OUTSIDE = [0, 0, 0].freeze

      # [[w0, w1, w2], ...] by piece. (With far: 0 for those that reach out of the near box. They lie outside set 0, and
      # the rules of booleans keep nothing there.)
      def left
        around_vertices
        left = Array.new(@pa.size)
        @pa.each_index do |i|
          next if left[i] || !inside?(i)

          left[i] = windings(i)
          spread(i, left)
        end
        @pa.each_index { |i| left[i] ||= OUTSIDE }
        left
      end

      private

      # Does a piece lie in the near box? The ray starts in its middle; outside, something far may pass between that and
      # its end.
      def inside?(piece) = @far.nil? || (@far.near?(@pa[piece]) && @far.near?(@pb[piece]))

      # @at: vertex => pieces in order of angle; nil where windings must not be carried round it.
      def around_vertices
        @at = {}
        @pa.each_index do |i|
          (@at[@pa[i]] ||= []) << i
          (@at[@pb[i]] ||= []) << i
        end
        @at.each { |v, pieces| @at[v] = carries?(v, pieces) ? pieces : nil }
      end

      # Not where a set is open (the rest of it lies beyond the near facets), not outside the near box (what is beyond
      # might pass between), and not where two pieces leave at almost one angle. Sorts the pieces by angle.
      def carries?(vertex, pieces)
        return false if @far && !@far.near?(vertex)

        w0 = w1 = w2 = 0
        pieces.each do |i|
          c = @counts[i]
          if @pa[i] == vertex
            w0 += c[0]
            w1 += c[1]
            w2 += c[2]
          else
            w0 -= c[0]
            w1 -= c[1]
            w2 -= c[2]
          end
        end
        return false unless w0.zero? && w1.zero? && w2.zero?

        pieces.size <= 2 || sorted?(vertex, pieces)
      end

      def sorted?(vertex, pieces)
        angles = pieces.to_h { |i| [i, angle(vertex, @pa[i] == vertex ? @pb[i] : @pa[i])] }
        pieces.sort_by! { |i| angles[i] }
        pieces.each_index.all? do |k|
          k.zero? ?
            angles[pieces[0]] + TURN - angles[pieces[-1]] > APART :
            angles[pieces[k]] - angles[pieces[k - 1]] > APART
        end
      end

      def angle(from, to) = Math.atan2(@vs[to] - @vs[from], @us[to] - @us[from])

      def spread(start, left)
        stack = [start]
        while (i = stack.pop)
          turn_around(@pa[i], i, left, stack)
          turn_around(@pb[i], i, left, stack)
        end
      end

      # Carries the windings of piece i around a vertex, counter-clockwise.
      def turn_around(vertex, i, left, stack)
        pieces = @at[vertex] or return
        n = pieces.size
        k = pieces.index(i)
        w0, w1, w2 = left[i]
        unless @pa[i] == vertex
          c = @counts[i]
          w0 -= c[0]
          w1 -= c[1]
          w2 -= c[2]
        end
        (n - 1).times do
          k = (k + 1) % n
          j = pieces[k]
          c = @counts[j]
          if @pa[j] == vertex
            w0 += c[0]
            w1 += c[1]
            w2 += c[2]
            fresh = [w0, w1, w2]
          else
            fresh = [w0, w1, w2]
            w0 -= c[0]
            w1 -= c[1]
            w2 -= c[2]
          end
          next if left[j]

          left[j] = fresh
          stack << j
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
        far =
          @far.ray(
            (@pool.xs[a] + @pool.xs[b]) * 0.5,
            (@pool.ys[a] + @pool.ys[b]) * 0.5,
            (@pool.zs[a] + @pool.zs[b]) * 0.5,
            along_u
          )
        [winding[0] + far[0], winding[1] + far[1], winding[2] + far[2]]
      end

      # Sums counts of pieces crossed by the ray from the middle of piece i towards +p; sign turns with the handedness.
      def ray(p, q, i, sign)
        a = @pa[i]
        b = @pb[i]
        mp = (p[a] + p[b]) * 0.5
        mq = (q[a] + q[b]) * 0.5
        w0 = w1 = w2 = 0
        row = row_at(q, mq)
        n = 0
        while n < row.size
          j = row[n]
          n += 1
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
        end
        [w0, w1, w2]
      end

      # Pieces that a ray at height x of coordinate q may cross: they are kept in rows when they are many.
      def row_at(q, x)
        return @every ||= (0...@pa.size).to_a if @pa.size < MANY

        ((@rows ||= {}.compare_by_identity)[q] ||= rows(q)).at(x)
      end

      def rows(q)
        found = Rows.new(*@pa.map { |v| q[v] }.minmax, Math.sqrt(@pa.size).ceil)
        @pa.each_index { |j| found.add(j, q[@pa[j]], q[@pb[j]]) }
        found
      end
    end
  end
end
