# frozen_string_literal: true

module Nockplane
  module Projection
    # Curves of a view that are neither lines nor arcs (contours, crossings of surfaces) and run along others in the
    # image: what lies on a line of a better class is left out (standards.md 3.4), a span of the curve at a time. Two
    # curves of one outline, or one behind the other, are found by their places, since they are made of other pieces.
    class Overlaid
      # mm within which curves lie on each other; a hidden one is left out beside a visible line even where it is known
      # to lie a hair off, since on chords it passes in and out of sight there.
      NEAR = 5e-3
      BESIDE = 2e-2
      # mm that curves may bulge from the chords they are compared by.
      BULGE = 5e-4
      # Cosine of the angle that they may differ by.
      ALONG = Math.cos(3 * Math::PI / 180)
      # The last rank of visible lines that hide others.
      SEEN = Linework::RANK.fetch([:silhouette, true])
      # Places of a span that are looked at.
      PLACES = [0.1, 0.3, 0.5, 0.7, 0.9].freeze
      # Cells along a side of the grid for each line and curve along a side, if all lay in rows; least and most.
      CELLS = 8
      LEAST = 64
      MOST = 2048

      # Strokes without the spans of curves that others lie on.
      def self.thin(strokes)
        curves = strokes.reject { |s| s.arc? || s.shape == :line }
        curves.empty? ? strokes : new(strokes, curves).call
      end

      def initialize(strokes, curves)
        @strokes = strokes
        @curves = curves
        lay_grid
      end

      def call
        plain = @strokes.select { |s| s.arc? || s.shape == :line }
        marked = @curves.map { |s| [s, Span.linked(spans(s))] }
        marked.each { |s, list| list.each { |span| put(along(span.points), s, span) } }
        plain.each { |s| s.arc? && !Arcs.flat?(s) ? lay_arc(s) : lay(s) }
        # The least important first: each is left out where what is still there covers it. (A curve may run back along
        # itself.)
        left =
          marked
            .sort_by.with_index { |(s, _), i| [-rank(s), i] }
            .each_with_object({}.compare_by_identity) { |(s, list), h| h[s] = left_of(list, s) }
        plain + marked.flat_map { |s, list| left[s] == list ? [s] : pieces(s, left[s]) }
      end

      # [Span] of what is left of a stroke's spans. (Those so short that the ends of the next ones reach over them stay
      # where one of these does.)
      def left_of(spans, stroke)
        tiny, long = spans.each_index.partition { |i| tiny?(spans[i].points) }
        return spans.flat_map { |span| remaining(span, stroke, rank(stroke)) } if tiny.empty? || long.empty?

        left = long.to_h { |i| [i, remaining(spans[i], stroke, rank(stroke))] }
        spans.each_with_index.flat_map do |span, i|
          next left[i] if left.key?(i)

          stays = [i - 1, i + 1].any? { |k| k.between?(0, spans.size - 1) && left.fetch(k, [spans[k]]).any? }
          span.gone = !stays
          stays ? [span] : []
        end
      end

      def tiny?(points) = Math.hypot(points[-1][0] - points[0][0], points[-1][1] - points[0][1]) < 2 * NEAR

      # Times that a span is halved where others lie on a part of it.
      HALVINGS = 3

      # [Span] of what is left of a span.
      def remaining(span, stroke, own, halvings = HALVINGS)
        chords, arcs = near(span, own)
        return [span] if chords.empty? && arcs.empty?

        covered = PLACES.count { |t| covered?(span, t, chords, arcs, stroke.visible) }
        return [span] if covered.zero? || (covered < PLACES.size && (halvings.zero? || whole?(span.points)))

        span.gone = true
        return [] if covered == PLACES.size

        halves = span.halves
        halves.each { |half| put(along(half.points), stroke, half) }
        halves.flat_map { |half| remaining(half, stroke, own, halvings - 1) }
      end

      # Is a span taken whole: a straight one, or one so short that its halves would lie within NEAR of each other?
      def whole?(points)
        points.size != 4 || Math.hypot(points[3][0] - points[0][0], points[3][1] - points[0][1]) < SHORT
      end
      SHORT = 8 * NEAR

      private

      def rank(stroke) = Linework::RANK.fetch([stroke.kind, stroke.visible])

      # Spans of a curve: Beziers, or the two ends of straight ones.
      def spans(stroke) = stroke.spline? ? stroke.beziers : stroke.points.each_cons(2).to_a

      # Strokes of the spans that are left, joined where they touch.
      def pieces(stroke, spans)
        Spans.joined(spans.map(&:points)).map { |points| stroke.dup.tap { |s| s.points = points } }
      end

      # Chords and arcs that may stand for a span of this rank and come near it. Hot: each is looked at once for all
      # places of the span.
      def near(span, own)
        (x0, x1), (y0, y1) = span.points.transpose.map(&:minmax)
        chords, arcs = {}.compare_by_identity, {}.compare_by_identity
        column(x0, 0).upto(column(x1, 0)) do |i|
          column(y0, 1).upto(column(y1, 1)) do |j|
            key = (i * ROW) + j
            @grid[key]&.each do |c|
              next if x1 < c[6] || x0 > c[7] || y1 < c[8] || y0 > c[9] || !covers?(c, own, span)

              chords[c] = true
            end
            @arcs.in_cell(key)&.each { |a| arcs[a] = true if a.rank <= own || LOOKS[a.rank] == LOOKS[own] }
          end
        end
        [chords.keys, arcs.keys]
      end

      # Does another line lie on a span at a place of it?
      def covered?(span, at, chords, arcs, visible)
        x, y = span_at(span.points, at)
        ahead = way(span.points, at, x, y)
        chords.any? { |c| on?(c, x, y, *ahead, nearness(visible, c[4])) } ||
          arcs.any? { |a| Arcs.on?(a, x, y, *ahead, nearness(visible, a.rank), ALONG) }
      end

      def nearness(visible, rank) = visible || rank > SEEN ? NEAR : BESIDE

      # May a chord in the grid stand for a span of this rank? Lines and arcs, which are never left out, for all that
      # are drawn alike; spans for those of no better rank.
      def covers?(segment, own, span)
        other = segment[5]
        return segment[4] <= own || LOOKS[segment[4]] == LOOKS[own] unless other

        segment[4] <= own && !other.equal?(span) && !other.equal?(span.before) && !other.equal?(span.after) &&
          !other.gone
      end

      # How ranks are drawn: sharp edges and outlines alike.
      LOOKS = %i[visible visible hidden hidden smooth hidden_smooth].freeze

      # Unit direction of a span at a place [x, y] of it.
      def way(span, t, x, y)
        u, v = span_at(span, t + 0.01)
        l = Math.hypot(u - x, v - y)
        l < 1e-12 ? [0.0, 0.0] : [(u - x) / l, (v - y) / l]
      end

      def span_at(span, t)
        span.size == 4 ? Stroke.bezier_at(span, t) : [0, 1].map { |k| span[0][k] + ((span[1][k] - span[0][k]) * t) }
      end

      # Does a place lie within mm of a chord that runs its way?
      def on?((ax, ay, bx, by), x, y, dx, dy, near)
        ex, ey = bx - ax, by - ay
        l = Math.hypot(ex, ey)
        return false if l < 1e-12 || (((ex * dx) + (ey * dy)) / l).abs < ALONG

        t = (((x - ax) * ex) + ((y - ay) * ey)) / (l * l)
        t.between?(-near / l, 1 + (near / l)) && ((((x - ax) * ey) - ((y - ay) * ex)) / l).abs < near
      end

      def lay_grid
        # (A span lies within its control points.)
        @around = @curves.map do |s|
          (x0, x1), (y0, y1) = s.points.transpose.map(&:minmax)
          [x0 - BESIDE, y0 - BESIDE, x1 + BESIDE, y1 + BESIDE]
        end
        all = Geometry::Box.around(@around)
        @low, @high = all[0, 2], all[2, 2]
        @cells = (Math.sqrt(@strokes.size) * CELLS).ceil.clamp(LEAST, MOST)
        @size = [(@high[0] - @low[0]) / @cells, (@high[1] - @low[1]) / @cells, 0.01].max
        @grid = {}
        @arcs = Arcs.new
      end

      # Number of the cells across (k: 0) or up (1) in which a place lies. Cells are kept under one number.
      def column(place, k) = ((place - @low[k]) / @size).floor
      ROW = 1 << 20

      # Puts the chords of a line or flat arc into the cells of the grid that curves pass.
      def lay(stroke) = apart?(stroke.box) || put(chords(stroke), stroke)

      # Likewise an arc as a whole.
      def lay_arc(stroke)
        return if apart?(stroke.box)

        cells = {}
        chords(stroke, BESIDE / 2).each_cons(2) do |(ax, ay), (cx, cy)|
          across, up = reached(*around(ax, cx), 0), reached(*around(ay, cy), 1)
          across.each { |i| up.each { |j| cells[(i * ROW) + j] = true } }
        end
        @arcs.put(stroke, rank(stroke), cells.keys.select { |c| @grid.key?(c) })
      end

      # Does nothing of a box come near the curves?
      def apart?(box) = @around.none? { |curve| Geometry::Box.meet?(box, curve) }

      def put(points, stroke, span = nil)
        own = rank(stroke)
        points.each_cons(2) do |(ax, ay), (cx, cy)|
          chord = [ax, ay, cx, cy, own, span, *around(ax, cx), *around(ay, cy)]
          columns = reached(ax, cx, 0)
          slope = columns.one? || (cx - ax).abs < BESIDE ? nil : (cy - ay) / (cx - ax)
          columns.each do |i|
            from, to = slope ? within_column(i, ax, ay, cx, slope) : [ay, cy]
            reached(from, to, 1).each do |j|
              key = (i * ROW) + j
              span ? (@grid[key] ||= []) << chord : @grid[key]&.push(chord)
            end
          end
        end
      end

      # Two places with room for a corner of the strip about a chord.
      def around(from, to) = from < to ? [from - ROOM, to + ROOM] : [to - ROOM, from + ROOM]
      ROOM = BESIDE * 1.5

      # Heights between which a chord runs in a column of cells and BESIDE beyond it on both sides.
      def within_column(column, ax, ay, cx, slope)
        left, right = ax < cx ? [ax, cx] : [cx, ax]
        from = @low[0] + (column * @size) - BESIDE
        [from, from + @size + (2 * BESIDE)].map { |x| ay + ((x.clamp(left, right) - ax) * slope) }
      end

      # Numbers of the cells across (k: 0) or up (1) that what runs from one place to another comes near.
      def reached(from, to, k)
        from, to = to, from if to < from
        first = ((from - BESIDE - @low[k]) / @size).floor.clamp(0, @cells)
        first..((to + BESIDE - @low[k]) / @size).floor.clamp(first, @cells)
      end

      # Points along a line or arc whose chords lie within so much of it.
      def chords(stroke, bulge = BULGE)
        return stroke.points unless stroke.arc?

        step = 2 * Math.acos([1 - (bulge / [stroke.rx, 1e-9].max), 0.0].max)
        n = ((stroke.to - stroke.from) / step).ceil.clamp(4, 2000)
        (0..n).map { |i| stroke.at(stroke.from + ((stroke.to - stroke.from) * i / n)) }
      end

      # Points along a span, likewise.
      def along(span)
        return span unless span.size == 4

        Stroke.bezier_points(span, parts(span))
      end

      # By how far the middle control points stand off the chord: the curve bulges by three quarters of that at most.
      def parts(bezier)
        (ax, ay), (px, py), (qx, qy), (bx, by) = bezier
        off = [
          Math.hypot(px - ax - ((bx - ax) / 3), py - ay - ((by - ay) / 3)),
          Math.hypot(qx - ax - ((bx - ax) * 2 / 3), qy - ay - ((by - ay) * 2 / 3))
        ].max
        Math.sqrt(off / BULGE).ceil.clamp(1, 64)
      end
    end
  end
end
