# frozen_string_literal: true

module Nockplane
  module Geometry
    # The fixed rulings that an extruded curve is cut into strips at, and the flat strips between them: what Rulings is
    # to a cylinder. They stand at the chords of the whole curve, so that all faces of it have the same.
    class ProfileRulings
      # Parts of a strip within which a point stands on a ruling.
      ON = 1e-5

      # chart: Chart::Extruded; fine: mm that chords may lie off; refine: 2 for strips half as wide.
      def initialize(chart, fine, refine)
        @chart = chart
        curve = chart.curve
        @stops = curve.refined(curve.places(*curve.domain, fine), refine)
        @points = @stops.map { |t| chart.level(curve.at(t)) }
        @closed = !curve.period.nil?
        @strips = @stops.size - 1
        @height = highest(curve)
        @ways = []
      end

      # mm a point of a strip may be off the curve.
      attr_reader :height

      # Strips of the whole curve when it is closed, nil when it has ends.
      def count = @closed ? @strips : nil
      def axis = @chart.axis

      # Place of a point counted in strips.
      def place(point) = at_parameter(@chart.uv(point)[0])
      def on?(point) = place(point).then { |at| (at - at.round).abs <= Rulings::ON }

      # A parameter of the curve counted in strips; of a closed one on over its ends.
      def at_parameter(u)
        from = @stops[0]
        turns = @closed ? ((u - from) / (@stops[-1] - from)).floor : 0
        t = u - (turns * (@stops[-1] - from))
        k = ((@stops.bsearch_index { |s| s > t } || @stops.size) - 1).clamp(0, @strips - 1)
        k + ((t - @stops[k]) / (@stops[k + 1] - @stops[k])) + (turns * @strips)
      end

      # [[unit normal, mm still to go], ...] of the strip a point is over, of both neighbours on a ruling.
      def strips(point)
        at = place(point)
        near = at.round
        over = (at - near).abs < ON ? [near - 1, near] : [at.floor]
        over.filter_map { |k| strip(k) }.map { |origin, n| [@chart.direction(*n), gap(point, origin, n)] }
      end

      # Unit normal of a strip; nil past the ends.
      def normal(strip) = strip(strip)&.then { |_, n| @chart.direction(*n) }

      # mm by which a point is beyond a ruling, along the curve there: 0 for all points that have their foot on it.
      def beyond(point, ruling)
        k = @closed ? ruling % @strips : ruling
        dx, dy = @ways[k] ||= way(k)
        x, y = @chart.level(point)
        ((x - @points[k][0]) * dx) + ((y - @points[k][1]) * dy)
      end

      private

      # Unit direction of the curve at a ruling, seen along the axis.
      def way(ruling)
        dx, dy = @chart.level(@chart.partials(@stops[ruling], 0.0)[0])
        l = Math.hypot(dx, dy)
        l < 1e-12 ? [0.0, 0.0] : [dx / l, dy / l]
      end

      # [corner of a strip, unit normal of its plane], seen along the axis; nil past the ends.
      def strip(k)
        from, to = corner(k), corner(k + 1)
        return nil unless from && to

        dx, dy = to[0] - from[0], to[1] - from[1]
        l = Math.hypot(dx, dy)
        l < 1e-12 ? nil : [from, [dy / l, -dx / l]]
      end

      def corner(k) = @closed ? @points[k % @strips] : (@points[k] if k >= 0)

      def gap(point, origin, n)
        x, y = @chart.level(point)
        (n[0] * (origin[0] - x)) + (n[1] * (origin[1] - y))
      end

      def highest(curve)
        @stops.each_cons(2).with_index.map do |(a, b), k|
          origin, n = strip(k)
          origin ? gap(curve.at((a + b) / 2), origin, n).abs : 0.0
        end.max
      end
    end
  end
end
