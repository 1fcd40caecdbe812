# frozen_string_literal: true

module Nockplane
  module Projection
    # One drawn line of a view, in mm of the model. shape :line has points [[x, y], [x, y]]; :path more points; :spline
    # the control points of cubic Bezier spans end to end (3 n + 1 points);
    # :arc has centre [x, y], rx >= ry (mm), rotation (radians of the rx axis), from, to (radians of the ellipse's
    # parameter, from < to, counter-clockwise; to - from = 2 pi when closed).
    # kind :sharp, :smooth, :silhouette; visible; faces: sorted names of the faces it lies between (one for a
    # silhouette).
    Stroke =
      Struct.new(
        :shape,
        :kind,
        :visible,
        :faces,
        :points,
        :centre,
        :rx,
        :ry,
        :rotation,
        :from,
        :to,
        keyword_init: true
      ) do
        def arc? = shape == :arc
        def spline? = shape == :spline
        def beziers = points.each_slice(3).to_a[0...-1].each_with_index.map { |_, i| points[i * 3, 4] }
        def closed? = arc? && to - from > (2 * Math::PI) - 1e-7

        # The stroke moved in the image by mm, between other faces.
        def moved(dx, dy, faces)
          dup.tap do |s|
            s.faces = faces
            s.points = points&.map { |x, y| [x + dx, y + dy] }
            s.centre = [centre[0] + dx, centre[1] + dy] if centre
          end
        end

        # Point of an arc's parameter.
        def at(angle) = Geometry::Ellipse.point(centre, rx, ry, rotation, angle)

        # mm. Elliptic arcs by Simpson's rule on 64 intervals (error below 1e-9 of the length).
        def length
          return beziers.sum { |b| Stroke.bezier_length(b) } if spline?
          return points.each_cons(2).sum { |(x0, y0), (x1, y1)| Math.hypot(x1 - x0, y1 - y0) } unless arc?
          return rx * (to - from) if (rx - ry).abs < 1e-9

          h = (to - from) / 64
          f = ->(i) { Math.hypot(rx * Math.sin(from + (i * h)), ry * Math.cos(from + (i * h))) }
          h / 3 * (f[0] + f[64] + (1..63).sum { |i| f[i] * (i.odd? ? 4 : 2) })
        end

        # mm, by Gauss and Legendre on five places (error below 1e-9 of the length for spans of a few degrees).
        def self.bezier_length(b)
          Quadrature::GAUSS.sum do |t, w|
            d = [3 * ((1 - t)**2), 6 * t * (1 - t), 3 * t * t]
            w * Math.hypot(*[0, 1].map { |k| (0..2).sum { |i| d[i] * (b[i + 1][k] - b[i][k]) } })
          end
        end

        # Point of a Bezier span at t.
        def self.bezier_at(b, t)
          (ax, ay), (bx, by), (cx, cy), (dx, dy) = b
          s = 1 - t
          a, b, c, d = s * s * s, 3 * t * s * s, 3 * t * t * s, t * t * t
          [(a * ax) + (b * bx) + (c * cx) + (d * dx), (a * ay) + (b * by) + (c * cy) + (d * dy)]
        end

        # Points that part a Bezier span into so many pieces at equal steps of t. Hot.
        def self.bezier_points(b, count)
          (ax, ay), (bx, by), (cx, cy), (dx, dy) = b
          found = []
          i = -1
          while (i += 1) <= count
            t = i.fdiv(count)
            s = 1 - t
            p, q, r, w = s * s * s, 3 * t * s * s, 3 * t * t * s, t * t * t
            found << [(p * ax) + (q * bx) + (r * cx) + (w * dx), (p * ay) + (q * by) + (r * cy) + (w * dy)]
          end
          found
        end

        # [x0, y0, x1, y1]; of a spline by 16 places a span.
        def box
          pts = arc? ? arc_extremes : points
          pts = beziers.flat_map { |b| Stroke.bezier_points(b, 16) } if spline?
          xs, ys = pts.transpose
          [xs.min, ys.min, xs.max, ys.max]
        end

        # Plain numbers rounded to 1e-4 mm, for digests: equal for strokes that look equal.
        def signature
          numbers =
            arc? ?
              [*centre, rx, ry, *(closed? ? [0, 6.2832] : [rotation % Math::PI, *at(from), *at(to)])] :
              points.flatten
          [shape, kind, visible, *numbers.map { |v| (v * 1e3).round }]
        end

        private

        def arc_extremes
          tx = Math.atan2(-ry * Math.sin(rotation), rx * Math.cos(rotation))
          ty = Math.atan2(ry * Math.cos(rotation), rx * Math.sin(rotation))
          inner =
            [tx, tx + Math::PI, ty, ty + Math::PI].map { |t| from + ((t - from) % (2 * Math::PI)) }
              .select { |t| t <= to }
          [from, to, *inner].map { |t| at(t) }
        end
      end
  end
end
