# frozen_string_literal: true

module Nockplane
  module Projection
    # Which parts of a solid's edges are hidden in a view: front-facing convex pieces are occluders in a uniform image
    # grid; every edge is clipped against the pieces in the cells under it, and hidden where it is farther.
    # Grazing rule: an occluder whose boundary the edge lies on in the image covers only one side of the edge; an edge
    # is hidden where both sides are covered. Hot: while loops and flat arrays (bench/ views).
    class HiddenLines
      PAD = Geometry::Tolerance::IMAGE
      DEPTH = Geometry::Tolerance::DEPTH
      FRONT = -1e-9

      # One edge as seen: edge, class (:sharp, :smooth, :silhouette), hidden intervals of t (0..1 from a to b), and the
      # model points it truly runs between (Exact); of a contour also its unit directions there (nil: straight). ends:
      # as of Outlines.
      Seen = Struct.new(:edge, :kind, :hidden, :from, :to, :leaves, :arrives, :ends)

      # Projected coordinates and depths by vertex, mm.
      attr_reader :px, :py, :pz

      def initialize(solid, edge_set, frame)
        @solid = solid
        @set = edge_set
        @frame = frame
      end

      # Loops of the edge set that are seen, or hidden, as a whole: [[EdgeSet::Loop, visible], ...]. Known after #call.
      attr_reader :rounds

      # [Seen] for every edge to draw that is in none of the whole loops.
      def call
        @px, @py, @pz = @frame.project(@solid)
        face_sides
        lay_occluders
        seen = []
        @contours = Contours.new(@solid, @frame)
        @mates = Mates.new(@solid, @frame, @front)
        @told = Rounds.new(@set, @frame, @front, [@px, @py, @pz], @laid)
        @rounds, done = @told.told, @told.chords
        @set.edges.each_with_index do |e, i|
          next if done.key?(i)

          kind = drawn_kind(e) or next
          seen << Seen.new(e, kind, covered(e, kind), *runs.of_edge(e, kind))
        end
        seen + contours
      end

      private

      # Hidden intervals of an edge: all of one that looks away, nothing of one on a facet with all the rest behind it.
      def covered(e, kind)
        return WHOLE unless @front[e.f] || @front[e.g]
        return [] if @told.sure?(e)
        return WHOLE if kind == :silhouette && hollow?(e)

        @skip = @mates.of(e)
        hidden(e)
      ensure
        @skip = nil
      end

      # Is it an outline within the wall of a hole? What is seen along such a wall lies in the material before it and
      # behind it.
      def hollow?(e)
        return false unless e.kind == :inner && Rims::TURNED.include?((face = @solid.facets[e.f].face).surface.kind)

        @hollow ||= {}.compare_by_identity
        @hollow.fetch(face) do
          out = face.surface.normal_at(@solid.point(e.a))
          @hollow[face] = Geometry::Vec.dot(@solid.facets[e.f].normal, out).negative?
        end
      end

      def runs = @runs ||= TrueRuns.new(@solid, @set, @frame, @contours)

      def face_sides
        dx, dy, dz = @frame.d
        @front = @solid.facets.map { |f| (f.nx * dx) + (f.ny * dy) + (f.nz * dz) < FRONT }
        @set.slivers.each { |i, n| @front[i] = Geometry::Vec.dot(n, @frame.d) < FRONT }
      end

      # Contours as edges between new points appended to the projected ones. What hides them is asked where they truly
      # run, just outside the mesh.
      def contours
        points = {}
        @contours.pieces.map do |piece|
          a, b = [piece.from, piece.to].map { |at| points[at] ||= append(*at) }
          @skip = @contours.neighbours(piece.facet)
          run = runs.of_piece(piece)
          Seen.new(between(a, b, piece), :silhouette, hidden_along(TrueRuns.places(*run), piece), *run)
        end
      ensure
        @skip = nil
      end

      def between(a, b, piece) = EdgeSet::Edge.new(a, b, piece.facet, piece.facet, :inner, nil)

      # Hidden intervals of t along a curve given by places at equal steps of t.
      def hidden_along(places, piece)
        ids = places.map { |p| stand(p) }
        parts =
          ids
            .each_cons(2)
            .each_with_index
            .flat_map do |(a, b), k|
              hidden(between(a, b, piece)).map { |list| list.map { |t| (k + t) / (ids.size - 1) } }
            end
        parts.size < 2 ? parts : Intervals.union(parts, 1e-9)
      end

      def stand(point)
        @px << @frame.x(point)
        @py << @frame.y(point)
        @pz << @frame.depth(point)
        @px.size - 1
      end

      def append(a, b, t)
        [@px, @py, @pz].each { |c| c << (c[a] + ((c[b] - c[a]) * t)) }
        @px.size - 1
      end

      # On doubly curved faces a turn between facets is drawn only where the true contour runs along the edge.
      def turned?(e)
        return false if @front[e.f] == @front[e.g]

        faces = [e.f, e.g].map { |i| @solid.facets[i].face }.select { |f| Contours.on?(f) }
        faces.empty? || faces.any? { |f| @contours.along?(f, e.a, e.b) }
      end

      def drawn_kind(e)
        turned = turned?(e)
        case e.kind
        when :sharp
          :sharp
        when :smooth
          turned ? :silhouette : :smooth
        else
          turned ? :silhouette : nil
        end
      end

      def lay_occluders
        laid = @laid = Occluders.new(@solid, @set, @frame, @front, @px, @py)
        @polys_x, @polys_y, @facet_of, @depth, @boxes, @near, @cells = laid.lists
        @x0, @y0, @cw, @ch, @nx, @ny = laid.grid
        @stamp = Array.new(@polys_x.size, -1)
        @turn = 0
      end

      # Hidden intervals of t along the edge.
      def hidden(e)
        @ax = @px[e.a]
        @ay = @py[e.a]
        @az = @pz[e.a]
        @bx = @px[e.b] - @ax
        @by = @py[e.b] - @ay
        @bz = @pz[e.b] - @az
        @length = Math.sqrt((@bx * @bx) + (@by * @by))
        return [] if @length < PAD

        @left = nil
        @right = nil
        @whole = false
        @turn += 1
        @farthest = @bz.positive? ? @az + @bz : @az
        walk(e.f, e.g)
        return WHOLE if @whole
        return [] unless @left && @right

        gap = PAD / @length
        Intervals.intersection(Intervals.union(@left, gap), Intervals.union(@right, gap))
      end

      WHOLE = [[0.0, 1.0].freeze].freeze

      # Visits the pieces in the cells under the edge, column by column; f, g: the edge's own facets.
      def walk(f, g)
        ax = @ax
        ay = @ay
        bx = @bx
        by = @by
        i = column(bx.negative? ? ax + bx - PAD : ax - PAD)
        last = column(bx.negative? ? ax + PAD : ax + bx + PAD)
        steep = bx.abs < 1e-12
        while i <= last
          if steep
            y0 = ay
            y1 = ay + by
          else
            # the part of the edge within this column
            t0 = (@x0 + (i * @cw) - PAD - ax) / bx
            t1 = (@x0 + ((i + 1) * @cw) + PAD - ax) / bx
            t0 = t0 < 0.0 ? 0.0 : (t0 > 1.0 ? 1.0 : t0)
            t1 = t1 < 0.0 ? 0.0 : (t1 > 1.0 ? 1.0 : t1)
            y0 = ay + (by * t0)
            y1 = ay + (by * t1)
          end
          y0, y1 = y1, y0 if y1 < y0
          j = row(y0 - PAD)
          top = row(y1 + PAD)
          while j <= top
            return if (cell = @cells[(j * @nx) + i]) && visit(cell, f, g)

            j += 1
          end
          i += 1
        end
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

        (@left ||= []) << [t0, t1] if side >= 0
        (@right ||= []) << [t0, t1] if side <= 0
        @whole = true if side.zero? && t0 <= 0.0 && t1 >= 1.0
      end
    end
  end
end
