# frozen_string_literal: true

module Nockplane
  module Projection
    # One drawn line of a view, in mm of the model. shape :line has points [[x, y], [x, y]]; :path more points;
    # :arc has centre [x, y], rx >= ry (mm), rotation (radians of the rx axis), from, to (radians of the ellipse's
    # parameter, from < to, counter-clockwise; to - from = 2 pi when closed).
    # kind :sharp, :smooth, :silhouette; visible; faces: sorted names of the faces it lies between (one for a silhouette).
    Stroke = Struct.new(:shape, :kind, :visible, :faces, :points, :centre, :rx, :ry, :rotation, :from, :to, keyword_init: true) do
      def arc? = shape == :arc
      def closed? = arc? && to - from > (2 * Math::PI) - 1e-7

      # Point of an arc's parameter.
      def at(angle) = Geometry::Ellipse.point(centre, rx, ry, rotation, angle)

      # mm. Elliptic arcs by Simpson's rule on 64 intervals (error below 1e-9 of the length).
      def length
        return points.each_cons(2).sum { |(x0, y0), (x1, y1)| Math.hypot(x1 - x0, y1 - y0) } unless arc?
        return rx * (to - from) if (rx - ry).abs < 1e-9

        h = (to - from) / 64
        f = ->(i) { Math.hypot(rx * Math.sin(from + (i * h)), ry * Math.cos(from + (i * h))) }
        h / 3 * (f[0] + f[64] + (1..63).sum { |i| f[i] * (i.odd? ? 4 : 2) })
      end

      # [x0, y0, x1, y1]
      def box
        pts = arc? ? arc_extremes : points
        xs, ys = pts.transpose
        [xs.min, ys.min, xs.max, ys.max]
      end

      # Plain numbers rounded to 1e-4 mm, for digests: equal for strokes that look equal.
      def signature
        numbers = arc? ? [*centre, rx, ry, *(closed? ? [0, 6.2832] : [rotation % Math::PI, *at(from), *at(to)])] : points.flatten
        [shape, kind, visible, *numbers.map { |v| (v * 1e3).round }]
      end

      private

      def arc_extremes
        tx = Math.atan2(-ry * Math.sin(rotation), rx * Math.cos(rotation))
        ty = Math.atan2(ry * Math.cos(rotation), rx * Math.sin(rotation))
        inner = [tx, tx + Math::PI, ty, ty + Math::PI].map { |t| from + ((t - from) % (2 * Math::PI)) }.select { |t| t <= to }
        [from, to, *inner].map { |t| at(t) }
      end
    end
  end
end
