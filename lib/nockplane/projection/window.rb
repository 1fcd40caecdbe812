# frozen_string_literal: true

module Nockplane
  module Projection
    # An area of a picture, bounded by a circle or a closed polygon, to which lines and areas are cut: what a detail, a
    # cropped or an interrupted view keeps. Works on anything with the members of a Stroke (also on ink, in mm of
    # paper).
    class Window
      # Places on an arc or a Bezier span that are looked at before the border is searched for between two of them.
      ARC_STEPS = 96
      SPAN_STEPS = 12
      # Chords of a circle where areas are cut by it.
      CHORDS = 128

      def self.circle(centre, radius) = new(centre, radius, nil)
      # points: [[x, y], ...], either way round.
      def self.polygon(points) = new(nil, nil, points)
      def self.rectangle(x0, y0, x1, y1) = polygon([[x0, y0], [x1, y0], [x1, y1], [x0, y1]])

      attr_reader :centre, :radius, :points

      def initialize(centre, radius, points)
        @centre = centre
        @radius = radius
        @points = points
        freeze
      end

      def circle? = !@radius.nil?

      # The border as a closed polygon.
      def outline
        return @points unless circle?

        Array
          .new(CHORDS) { |i| 2 * Math::PI * i / CHORDS }
          .map { |a| [@centre[0] + (@radius * Math.cos(a)), @centre[1] + (@radius * Math.sin(a))] }
      end

      # [x0, y0, x1, y1]
      def box
        return [@centre[0] - @radius, @centre[1] - @radius, @centre[0] + @radius, @centre[1] + @radius] if circle?

        xs, ys = @points.transpose
        [xs.min, ys.min, xs.max, ys.max]
      end

      def inside?(x, y)
        return Math.hypot(x - @centre[0], y - @centre[1]) <= @radius if circle?

        Geometry::Polygon.around?(@points.each_index.to_a, @points.map(&:first), @points.map(&:last), x, y)
      end

      # The pieces of strokes (or ink) that lie inside.
      def keep(strokes)
        bounds = box
        strokes.flat_map do |s|
          next s if within?(s)
          next [] unless Geometry::Box.meet?(bounds, box_of(s))

          if s.respond_to?(:rx) && s.rx then arcs(s)
          elsif s.respond_to?(:beziers) && curved?(s) then spans(s)
          else runs(s)
          end
        end
      end

      # Closed loops [[x, y], ...] cut to what is inside, outer ones counter-clockwise, holes clockwise.
      def cut(loops)
        return [] if loops.empty?

        pool = Solids::VertexPool.new
        overlay = Geometry::Overlay.new(pool, 0.0, 0.0, 1.0)
        loops.each { |l| add(overlay, pool, l, 0) }
        add(overlay, pool, turned(outline), 1)
        overlay
          .polygons { |own, window, _| own && window }
          .flat_map { |found| found.map { |ids| ids.map { |i| [pool.xs[i], pool.ys[i]] } } }
      end

      private

      def curved?(item) = !item.respond_to?(:shape) || item.shape == :spline
      def box_of(item) = item.is_a?(Stroke) ? item.box : arc_or_points(item)

      def arc_or_points(item)
        if item.respond_to?(:rx)
          return [
            item.centre[0] - item.rx,
            item.centre[1] - item.rx,
            item.centre[0] + item.rx,
            item.centre[1] + item.rx
          ]
        end

        xs, ys = item.points.transpose
        [xs.min, ys.min, xs.max, ys.max]
      end

      # Is all of an item surely inside? (Asked of a circle, and of a rectangle that lies square.)
      def within?(item)
        x0, y0, x1, y1 = box_of(item)
        corners = [[x0, y0], [x1, y0], [x1, y1], [x0, y1]]
        return corners.all? { |x, y| inside?(x, y) } if circle?

        square? && Geometry::Box.inside?([x0, y0, x1, y1], box)
      end

      def square?
        @points.size == 4 &&
          @points.each_index.all? { |i| @points[i].zip(@points[i - 1]).any? { |a, b| (a - b).abs < 1e-9 } }
      end

      # Counter-clockwise.
      def turned(loop)
        area = Geometry::Polygon.area(loop.each_index.to_a, loop.map(&:first), loop.map(&:last))
        area.negative? ? loop.reverse : loop
      end

      def add(overlay, pool, loop, set)
        ids = loop.map { |x, y| pool.weld(x, y, 0.0) }
        ids.each_index { |i| overlay.add(ids[i - 1], ids[i], set) }
      end

      # Lines and paths: pieces of each segment, joined where they run on.
      def runs(item)
        found = []
        corners = item.respond_to?(:closed) && item.closed ? [*item.points, item.points[0]] : item.points
        corners.each_cons(2) do |a, b|
          pieces(a, b).each do |p, q|
            found[-1] && found[-1][-1] == p ? found[-1] << q : found << [p, q]
          end
        end
        found.map do |points|
          item.dup.tap do |s|
            s.points = points
            s.shape = points.size == 2 ? :line : :path if s.respond_to?(:shape)
            s.closed = false if s.respond_to?(:closed)
          end
        end
      end

      # [[from, to], ...] of a segment.
      def pieces(a, b)
        [0.0, *crossings(a, b).sort, 1.0].each_cons(2).filter_map do |s, t|
          next if t - s < 1e-9

          [at(a, b, s), at(a, b, t)] if inside?(*at(a, b, (s + t) / 2))
        end
      end

      def at(a, b, t)
        return a if t.zero?
        return b if t == 1.0

        [a[0] + ((b[0] - a[0]) * t), a[1] + ((b[1] - a[1]) * t)]
      end

      # Parameters in (0, 1) where a segment meets the border.
      def crossings(a, b)
        dx = b[0] - a[0]
        dy = b[1] - a[1]
        circle? ?
          on_circle(a, dx, dy) :
          @points.each_index.filter_map { |i| on_edge(a, dx, dy, @points[i - 1], @points[i]) }
      end

      def on_circle(a, dx, dy)
        fx = a[0] - @centre[0]
        fy = a[1] - @centre[1]
        square = (dx * dx) + (dy * dy)
        half = (fx * dx) + (fy * dy)
        root = (half * half) - (square * ((fx * fx) + (fy * fy) - (@radius * @radius)))
        return [] if square < 1e-18 || root <= 0

        [-1, 1].map { |k| (-half + (k * Math.sqrt(root))) / square }.select { |t| t.between?(1e-12, 1 - 1e-12) }
      end

      def on_edge(a, dx, dy, p, q)
        ex = q[0] - p[0]
        ey = q[1] - p[1]
        across = (dx * ey) - (dy * ex)
        return nil if across.abs < 1e-15

        t = (((p[0] - a[0]) * ey) - ((p[1] - a[1]) * ex)) / across
        s = (((p[0] - a[0]) * dy) - ((p[1] - a[1]) * dx)) / across
        t if t.between?(1e-12, 1 - 1e-12) && s.between?(0.0, 1.0)
      end

      def arcs(item)
        spans = intervals(item.from, item.to, ARC_STEPS) { |t| item.at(t) }
        whole = item.to - item.from > (2 * Math::PI) - 1e-7
        if whole && spans.size > 1 && spans[0][0] == item.from && spans[-1][1] == item.to
          last = spans.pop
          spans[0] = [last[0], spans[0][1] + (2 * Math::PI)]
        end
        spans.map { |from, to| item.dup.tap { |s| s.from, s.to = from, to } }
      end

      def spans(item)
        item.beziers.flat_map do |b|
          intervals(0.0, 1.0, SPAN_STEPS) { |t| Stroke.bezier_at(b, t) }.map do |s, t|
            item.dup.tap { |x| x.points = part(b, s, t) }
          end
        end
      end

      # Control points of a part of a Bezier span (blossoming).
      def part(b, s, t)
        blossom = lambda do |u, v, w|
          [u, v, w].reduce(b) do |pts, k|
            pts.each_cons(2).map { |p, q| [p[0] + ((q[0] - p[0]) * k), p[1] + ((q[1] - p[1]) * k)] }
          end[
            0
          ]
        end
        [blossom[s, s, s], blossom[s, s, t], blossom[s, t, t], blossom[t, t, t]]
      end

      # Parameter intervals whose points lie inside.
      def intervals(from, to, steps)
        ts = (0..steps).map { |i| from + ((to - from) * i / steps) }
        ins = ts.map { |t| inside?(*yield(t)) }
        found = []
        start = ins[0] ? ts[0] : nil
        steps.times do |i|
          next if ins[i] == ins[i + 1]

          border = bisected(ts[i], ts[i + 1], ins[i]) { |t| yield t }
          start ? found << [start, border] : nil
          start = ins[i + 1] ? border : nil
        end
        found << [start, ts[-1]] if start
        found.reject { |a, b| b - a < 1e-12 }
      end

      def bisected(low, high, inside_low)
        60.times do
          middle = (low + high) / 2
          inside?(*yield(middle)) == inside_low ? low = middle : high = middle
        end
        (low + high) / 2
      end
    end
  end
end
