# frozen_string_literal: true

module Nockplane
  module Projection
    # Where a line of a view passes behind something: hidden lines find the place on chords; here it is moved to where
    # the true curves of the two lines cross (Newton's method), so that both parts of the line end on the line that
    # hides it.
    class Junctions
      # mm, and part of the greater radius, that a crossing of chords may lie off the crossing of the curves.
      SPARE = 0.3
      REACH = 0.03
      # Cells along a side of the grid for each visible line along a side, if all lay in rows; least and most.
      CELLS = 2
      LEAST = 24
      MOST = 600
      # mm that curves may lie apart where they touch.
      TOUCH = 1e-5
      # An end of a stroke: place of the stroke in the list, and whether it is its last point.
      End = Struct.new(:index, :last)
      # A curve of a parameter from one to another: at, giving its point; its two ends when it is straight; its stroke
      # when it is an arc.
      Curve = Struct.new(:at, :from, :to, :ends, :arc)

      # Strokes with their junctions moved.
      def self.settle(strokes) = new(strokes).call

      def initialize(strokes)
        @strokes = strokes.map(&:dup)
        @spans = {}.compare_by_identity
      end

      # [Stroke]
      def call
        passing.each do |point, ends|
          own = ends.map { |e| @strokes[e.index] }
          ends.zip(own.map { |s| crossing(s, point, own) }).each { |e, t| move(@strokes[e.index], e.last, t) if t }
        end
        @strokes
      end

      private

      # { [x, y] => [End of the visible part, End of the hidden part] } of lines that pass out of sight.
      def passing
        found = Hash.new { |h, k| h[k] = [] }
        @strokes.each_with_index do |s, i|
          next if s.closed? || !%i[line arc].include?(s.shape)

          2.times { |k| found[[s.faces, s.kind, *tip(s, k == 1).map { |c| (c * 1e5).round }]] << End.new(i, k == 1) }
        end
        found.values.select { |ends| ends.size == 2 && ends.map { |e| @strokes[e.index].visible }.uniq.size == 2 }
             .map { |ends| [tip(@strokes[ends[0].index], ends[0].last), ends] }
      end

      def tip(stroke, last) = stroke.arc? ? stroke.at(last ? stroke.to : stroke.from) : stroke.points[last ? -1 : 0]

      # Parameter on the stroke's curve where the nearest visible line crosses it; nil when none does within reach.
      def crossing(stroke, point, own)
        curve = curves(stroke)[0]
        start = nearest(curve, point)
        near(point)
          .reject { |s| own.any? { |o| o.equal?(s) } }
          .flat_map { |other| meetings(curve, start, stroke, other, point) }
          .min_by { |_, *order| order }
          &.first
      end

      # [[parameter, mm by which the other must be drawn out, mm from the point], ...]; start: parameter of the curve
      # nearest to the point. (Lines are drawn out where their own ends are not settled yet.)
      def meetings(curve, start, stroke, other, point)
        reach = SPARE + (REACH * [stroke.rx || 0.0, other.rx || 0.0].max)
        spans_of(other).filter_map do |box, span|
          next unless Geometry::Box.meet?([*point, *point], box, FAR * reach)

          t, u = newton(curve.at, start, span.at, nearest(span, point))
          t, u = touching(curve.at, start, span, nearest(span, point)) if t.nil? && other.kind == :silhouette
          next unless t

          q = curve.at.call(t)
          off = Math.hypot(q[0] - point[0], q[1] - point[1])
          beyond = [span.from - u, u - span.to].max
          beyond = beyond > 1e-7 ? beyond * speed(span.at, u) : 0.0
          [t, beyond, off] if off < reach && beyond < reach
        end
      end

      # Reaches that a span's box may lie off a point and the span still meet a line there: one for how far that is from
      # the point, one for how far beyond its end, and as much to spare.
      FAR = 4

      # [[box, Curve], ...] of a visible stroke, kept until it is moved.
      def spans_of(stroke)
        @spans[stroke] ||= curves(stroke).zip(hulls(stroke)).map { |curve, points| [box_of(points), curve] }
      end

      # [[points whose box holds a Curve of #curves], ...]
      def hulls(stroke)
        return [stroke.box.each_slice(2).to_a] if stroke.arc?

        stroke.spline? ? stroke.beziers : stroke.points.each_cons(2)
      end

      def box_of(points) = points.transpose.then { |xs, ys| [xs.min, ys.min, xs.max, ys.max] }

      # [Curve]
      def curves(stroke)
        case stroke.shape
        when :arc
          [Curve.new(->(t) { stroke.at(t) }, stroke.from, stroke.to, nil, stroke)]
        when :spline
          stroke.beziers.map { |b| Curve.new(->(t) { Stroke.bezier_at(b, t) }, 0.0, 1.0) }
        else
          stroke
            .points
            .each_cons(2)
            .map do |ends|
              (x0, y0), (x1, y1) = ends
              Curve.new(->(t) { [x0 + ((x1 - x0) * t), y0 + ((y1 - y0) * t)] }, 0.0, 1.0, ends)
            end
        end
      end

      # Parameter of a curve near a point: the foot on a straight one, the ray's place on a circle; of others the best
      # of samples and four steps between them.
      def nearest(curve, point)
        arc = curve.arc
        return foot(*curve.ends, point) if curve.ends
        return on_ray(arc, point) if arc && (arc.rx - arc.ry).abs < 1e-9

        step = (curve.to - curve.from) / 16
        off = ->(t) { curve.at.call(t).then { |x, y| ((x - point[0])**2) + ((y - point[1])**2) } }
        best = (0..16).map { |i| curve.from + (i * step) }.min_by(&off)
        4.times do
          step /= 4
          best = (-4..4).map { |i| best + (i * step) }.min_by(&off)
        end
        best
      end

      def foot((x0, y0), (x1, y1), (x, y))
        dx, dy = x1 - x0, y1 - y0
        l = (dx * dx) + (dy * dy)
        l < 1e-18 ? 0.0 : ((((x - x0) * dx) + ((y - y0) * dy)) / l).clamp(0.0, 1.0)
      end

      # Parameter of a circle's arc nearest to a point.
      def on_ray(arc, (x, y))
        angle = Math.atan2(y - arc.centre[1], x - arc.centre[0]) - arc.rotation
        angle = arc.from + ((angle - arc.from) % TURN)
        return angle if angle <= arc.to

        angle - arc.to < arc.from + TURN - angle ? arc.to : arc.from
      end
      TURN = 2 * Math::PI

      # Parameters [t, u] with a(t) = b(u); nil where the curves run along each other or don't meet. (Where they touch
      # there is no crossing to be stepped to: a rim goes out of sight where the outline of its own wall begins.)
      def newton(a, t, b, u)
        12.times do
          p, q = a.call(t), b.call(u)
          dx, dy = q[0] - p[0], q[1] - p[1]
          return [t, u] if Math.hypot(dx, dy) < 1e-10

          ax, ay = derivative(a, t)
          bx, by = derivative(b, u)
          det = (ay * bx) - (ax * by)
          if det.abs < 0.02 * Math.hypot(ax, ay) * Math.hypot(bx, by)
            return Math.hypot(dx, dy) < TOUCH ? [t, u] : nil
          end

          t += ((bx * dy) - (by * dx)) / det
          u += ((ax * dy) - (ay * dx)) / det
        end
        nil
      end

      # Parameters where two curves touch, nil where they don't: an outline runs along all curves of its wall where it
      # meets them. Newton's steps to where their directions are one, from t.
      def touching(a, t, span, start)
        u = start
        turn = lambda do |at|
          u = foot_on(span.at, u, a.call(at))
          (dx, dy), (ex, ey) = derivative(a, at), derivative(span.at, u)
          ((dx * ey) - (dy * ex)) / [Math.hypot(dx, dy) * Math.hypot(ex, ey), 1e-12].max
        end
        8.times do
          off = turn[t]
          break if off.abs < 1e-9

          rise = (turn[t + STEP] - turn[t - STEP]) / (2 * STEP)
          return nil if rise.abs < 1e-6

          t -= (off / rise).clamp(-WIDE, WIDE)
        end
        u = foot_on(span.at, u, a.call(t))
        p, q = a.call(t), span.at.call(u)
        Math.hypot(p[0] - q[0], p[1] - q[1]) < TOUCH ? [t, u] : nil
      end
      # Parts of a parameter that are stepped to see how a curve turns; most that is stepped at once.
      STEP = 1e-3
      WIDE = 0.1

      # Parameter of the place of a curve nearest to a point close to it (Gauss and Newton's steps).
      def foot_on(curve, t, point)
        4.times do
          x, y = curve.call(t)
          dx, dy = derivative(curve, t)
          square = (dx * dx) + (dy * dy)
          return t if square < 1e-18

          t += (((point[0] - x) * dx) + ((point[1] - y) * dy)) / square
        end
        t
      end

      def derivative(curve, t, h = 1e-6)
        p, q = curve.call(t - h), curve.call(t + h)
        [(q[0] - p[0]) / (2 * h), (q[1] - p[1]) / (2 * h)]
      end

      def speed(curve, t) = Math.hypot(*derivative(curve, t))

      def move(stroke, last, t)
        @spans.delete(stroke)
        unless stroke.arc?
          return stroke.points = last ? [stroke.points[0], on_line(stroke, t)] : [on_line(stroke, t), stroke.points[1]]
        end

        turn = ((t - (last ? stroke.to : stroke.from) + Math::PI) % (2 * Math::PI)) - Math::PI
        last ? stroke.to += turn : stroke.from += turn
      end

      def on_line(stroke, t) = curves(stroke)[0].at.call(t)

      # Visible strokes in the cells around a point.
      def near(point)
        @grid ||= lay
        x, y = cell(point)
        @grid[(x * ROW) + y] || []
      end

      def lay
        shown = @strokes.select { |s| s.visible && s.kind != :smooth }
        boxes = shown.map(&:box)
        @low = [0, 1].map { |k| boxes.map { |b| b[k] }.min || 0.0 }
        high = [2, 3].map { |k| boxes.map { |b| b[k] }.max || 1.0 }
        cells = (Math.sqrt(shown.size) * CELLS).ceil.clamp(LEAST, MOST)
        @size = [(high[0] - @low[0]) / cells, (high[1] - @low[1]) / cells, 1e-3].max
        shown.zip(boxes).each_with_object({}) do |(s, b), grid|
          x0, y0 = cell([b[0] - SPARE, b[1] - SPARE])
          x1, y1 = cell([b[2] + SPARE, b[3] + SPARE])
          (x0..x1).each { |x| (y0..y1).each { |y| (grid[(x * ROW) + y] ||= []) << s } }
        end
      end

      # Cells are kept under one number.
      ROW = 1 << 20

      def cell(point) = [0, 1].map { |k| ((point[k] - @low[k]) / @size).floor }
    end
  end
end
