# frozen_string_literal: true

module Nockplane
  module Projection
    # Which parts of an edge are hidden: it is clipped against the pieces in the cells under it (Cyrus and Beck), and
    # hidden where it is farther.
    # Grazing rule: an occluder whose boundary the edge lies on in the image covers only one side of the edge; an edge
    # is hidden where both sides are covered. Hot: while loops and flat arrays (bench/ views).
    class Hiding
      PAD = Geometry::Tolerance::IMAGE
      DEPTH = Geometry::Tolerance::DEPTH
      WHOLE = [[0.0, 1.0].freeze].freeze
      NONE = [].freeze

      # laid: Occluders; px, py, pz: images and depths of the vertices, mm; more may be appended later.
      def initialize(laid, px, py, pz)
        @px = px
        @py = py
        @pz = pz
        @polys_x, @polys_y, @facet_of, @depth, @boxes, @near, @cells = laid.lists
        @x0, @y0, @cw, @ch, @nx, @ny = laid.grid
        @cover = laid.cover
        @cover_by = laid.cover_by
        @stamp = Array.new(@polys_x.size, -1)
        @turn = 0
      end

      # Hidden intervals of t (0..1) along an EdgeSet::Edge; its own facets don't count, nor those of skip,
      # { facet => true }.
      def of(edge, skip = nil)
        a = edge.a
        b = edge.b
        between(@px[a], @py[a], @pz[a], @px[b], @py[b], @pz[b], edge.f, edge.g, skip)
      end

      # Facets that hide parts of what was asked last, on one side at least; nil among them: whatever covers cells
      # before it.
      attr_reader :hiders

      # The same along a line [x, y] to [x, y] of the image at one depth.
      def of_line(from, to, depth, skip = nil) = between(*from, depth, *to, depth, nil, nil, skip)

      private

      def between(ax, ay, az, bx, by, bz, f, g, skip)
        @skip = skip
        @ax = ax
        @ay = ay
        @az = az
        @bx = bx - ax
        @by = by - ay
        @bz = bz - az
        @length = Math.sqrt((@bx * @bx) + (@by * @by))
        @hiders = NONE
        return [] if @length < PAD

        @left = nil
        @right = nil
        @whole = false
        @hiders = []
        @turn += 1
        @farthest = @bz.positive? ? @az + @bz : @az
        walk(f, g)
        return WHOLE if @whole
        return [] unless @left && @right

        gap = PAD / @length
        Intervals.intersection(Intervals.union(@left, gap), Intervals.union(@right, gap))
      end

      # Visits the pieces in the cells under the edge, column by column; f, g: the edge's own facets. Where all cells of
      # a column are covered before the edge its part there is hidden, and nothing in them is asked.
      def walk(f, g)
        ax = @ax
        ay = @ay
        bx = @bx
        by = @by
        i = column(bx.negative? ? ax + bx - PAD : ax - PAD)
        last = column(bx.negative? ? ax + PAD : ax + bx + PAD)
        steep = bx.abs < 1e-12
        t0 = 0.0
        t1 = 1.0
        while i <= last
          unless steep
            # the part of the edge within this column
            t0 = (@x0 + (i * @cw) - PAD - ax) / bx
            t1 = (@x0 + ((i + 1) * @cw) + PAD - ax) / bx
            t0 = t0 < 0.0 ? 0.0 : (t0 > 1.0 ? 1.0 : t0)
            t1 = t1 < 0.0 ? 0.0 : (t1 > 1.0 ? 1.0 : t1)
          end
          y0 = ay + (by * t0)
          y1 = ay + (by * t1)
          y0, y1 = y1, y0 if y1 < y0
          j = row(y0 - PAD)
          top = row(y1 + PAD)
          if behind?(i, j, top, t0, t1)
            @hiders << nil
            return @whole = true if i == last && t0.zero? && t1 == 1.0

            bury(t0, t1)
          else
            while j <= top
              return if (cell = @cells[(j * @nx) + i]) && visit(cell, f, g)

              j += 1
            end
          end
          i += 1
        end
      end

      # Is the edge from t0 to t1 behind what covers the cells of a column from row j to the top one? (By facets
      # that count.)
      def behind?(column, j, top, t0, t1)
        z0 = @az + (@bz * t0)
        z1 = @az + (@bz * t1)
        z0 = z1 if z1 < z0
        at = (j * @nx) + column
        stop = (top * @nx) + column
        while at <= stop
          return false if @cover[at] >= z0 || @skip&.key?(@cover_by[at])

          at += @nx
        end
        true
      end

      def bury(t0, t1)
        t0, t1 = t1, t0 if t1 < t0
        @hiders << nil
        (@left ||= []) << [t0, t1]
        (@right ||= []) << [t0, t1]
      end

      # True when the edge is found wholly hidden.
      def visit(cell, f, g)
        n = 0
        while n < cell.size
          k = cell[n]
          n += 1
          next if @stamp[k] == @turn
          return false if @near[k] >= @farthest

          @stamp[k] = @turn
          own = @facet_of[k]
          cover(k) unless own == f || own == g || @skip&.key?(own)
          return true if @whole
        end
        false
      end

      def column(x)
        i = ((x - @x0) / @cw).to_i
        i.negative? ? 0 : (i >= @nx ? @nx - 1 : i)
      end

      def row(y)
        j = ((y - @y0) / @ch).to_i
        j.negative? ? 0 : (j >= @ny ? @ny - 1 : j)
      end

      # Clips the edge to piece k (Cyrus-Beck) and records where the piece is nearer.
      def cover(k)
        box = @boxes[k]
        ax = @ax
        ay = @ay
        bx = ax + @bx
        by = ay + @by
        if (ax > box[2] && bx > box[2]) || (ax < box[0] && bx < box[0]) || (ay > box[3] && by > box[3]) ||
             (ay < box[1] && by < box[1])
          return
        end

        xs = @polys_x[k]
        ys = @polys_y[k]
        t0 = 0.0
        t1 = 1.0
        side = 0
        vx = xs[-1]
        vy = ys[-1]
        i = 0
        n = xs.size
        while i < n
          wx = xs[i]
          wy = ys[i]
          ex = wx - vx
          ey = wy - vy
          l = Math.sqrt((ex * ex) + (ey * ey))
          if l > 1e-9
            # distances of the edge's ends from this side, positive inside
            a = ((ex * (@ay - vy)) - (ey * (@ax - vx))) / l
            b = a + (((ex * @by) - (ey * @bx)) / l)
            if a <= PAD && b <= PAD
              return if a < -PAD || b < -PAD

              side = (ex * @bx) + (ey * @by) > 0 ? 1 : -1
            elsif a < 0
              t = a / (a - b)
              t0 = t if t > t0
            elsif b < 0
              t = a / (a - b)
              t1 = t if t < t1
            end
            return if t1 - t0 <= 1e-12
          end
          vx = wx
          vy = wy
          i += 1
        end
        record(k, t0, t1, side)
      end

      # Keeps the part of [t0, t1] where the edge is behind the piece. side: 1 covers the left only, -1 the right only.
      def record(k, t0, t1, side)
        pa, pb, pc = @depth[k]
        g = @az - (pa * @ax) - (pb * @ay) - pc
        slope = @bz - (pa * @bx) - (pb * @by)
        g0 = g + (slope * t0) - DEPTH
        g1 = g + (slope * t1) - DEPTH
        return if g0 <= 0 && g1 <= 0

        if g0 < 0
          t0 += (t1 - t0) * g0 / (g0 - g1)
        elsif g1 < 0
          t1 = t0 + ((t1 - t0) * g0 / (g0 - g1))
        end
        return if t1 <= t0

        @hiders << @facet_of[k]
        (@left ||= []) << [t0, t1] if side >= 0
        (@right ||= []) << [t0, t1] if side <= 0
        @whole = true if side.zero? && t0 <= 0.0 && t1 >= 1.0
      end
    end
  end
end
