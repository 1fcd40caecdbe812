# frozen_string_literal: true

module Nockplane
  module Drawings
    # Small convex polygons on paper (rectangles of words): corners [[x, y], ...] counter-clockwise, mm.
    module Convex
      module_function

      # Do two meet? (Separating axes.)
      def meet?(a, b)
        [[a, b], [b, a]].none? { |one, other| edges(one).any? { |p, q| other.all? { |r| side(p, q, r) <= 0 } } }
      end

      # Area common to both (Sutherland and Hodgman's clipping), mm2.
      def common_area(a, b)
        found = edges(b).reduce(a) { |polygon, (p, q)| polygon.empty? ? polygon : clip(polygon, p, q) }
        found.size < 3 ? 0.0 : (edges(found).sum { |p, q| (p[0] * q[1]) - (q[0] * p[1]) } / 2).round(3)
      end

      # Does a segment [x0, y0, x1, y1, ...] run through the inside? (Cyrus and Beck's clipping.)
      def through?(polygon, segment)
        x0, y0, x1, y1 = segment
        from = 0.0
        to = 1.0
        edges(polygon).each do |p, q|
          start, finish = side(p, q, [x0, y0]), side(p, q, [x1, y1])
          return false if start <= 0 && finish <= 0

          next if start.positive? && finish.positive?

          t = start / (start - finish)
          start <= 0 ? from = [from, t].max : to = [to, t].min
          return false if from >= to
        end
        true
      end

      # Do two segments cross between their ends?
      def cross?(ax, ay, bx, by, cx, cy, dx, dy)
        u = ((bx - ax) * (cy - ay)) - ((by - ay) * (cx - ax))
        v = ((bx - ax) * (dy - ay)) - ((by - ay) * (dx - ax))
        return false if u.positive? == v.positive?

        s = ((dx - cx) * (ay - cy)) - ((dy - cy) * (ax - cx))
        t = ((dx - cx) * (by - cy)) - ((dy - cy) * (bx - cx))
        s.positive? != t.positive?
      end

      # The rectangle (corners counter-clockwise) larger by room mm all round.
      def grown(corners, room)
        e = unit(corners[0], corners[1])
        n = [-e[1], e[0]]
        [[-1, -1], [1, -1], [1, 1], [-1, 1]].zip(corners)
          .map { |(u, v), c| [0, 1].map { |k| c[k] + (room * ((u * e[k]) + (v * n[k]))) } }
      end

      def unit(p, q)
        l = Math.hypot(q[0] - p[0], q[1] - p[1])
        l < 1e-9 ? [1.0, 0.0] : [(q[0] - p[0]) / l, (q[1] - p[1]) / l]
      end

      def box(corners)
        xs, ys = corners.transpose
        [xs.min, ys.min, xs.max, ys.max]
      end

      def edges(polygon) = polygon.each_index.map { |i| [polygon[i], polygon[(i + 1) % polygon.size]] }

      # Positive to the left of p -> q.
      def side(p, q, r) = ((q[0] - p[0]) * (r[1] - p[1])) - ((q[1] - p[1]) * (r[0] - p[0]))

      def clip(polygon, p, q)
        edges(polygon).flat_map do |a, b|
          sa, sb = side(p, q, a), side(p, q, b)
          crossing = (sa.positive? != sb.positive?) ? [[0, 1].map { |k| a[k] + ((b[k] - a[k]) * sa / (sa - sb)) }] : []
          (sa.positive? ? [a] : []) + crossing
        end
      end
      private_class_method :clip
    end
  end
end
