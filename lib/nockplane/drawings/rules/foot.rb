# frozen_string_literal: true

module Nockplane
  module Drawings
    # The named place (Modelling::Spots) on the edge that a stroke of a view shows, nearest to a point of paper.
    class Foot
      # mm of paper within which the place must be.
      NEAR = 0.6
      # Directions round a circle, and parts of a curve's length, that are tried.
      ROUND = 48
      STATIONS = (1..11).map { |i| i / 12.0 }.freeze

      # solid: of the model shown; place: ViewPlace.
      def initialize(solid, place)
        @spots = Modelling::Spots.of(solid)
        @place = place
      end

      # Annotations::Tip on a view; nil where the edge has no name, or the place no point near it.
      def tip(view_id, stroke, x, y)
        names = stroke.faces.uniq.sort
        return nil unless names.size == 2

        spot = [on_line(names, x, y), on_circle(names, x, y), on_curve(names, x, y)].compact.min_by(&:last) or
          return nil
        found = spot[1] <= NEAR && @spots.find(spot[0]) or return nil
        px, py = @place.point(found.point)
        Annotations::Tip.new(view: view_id, spot: spot[0].to_a, x: px.round(3), y: py.round(3))
      end

      private

      # [Spot, mm off] nearest of those that the block makes of a list; nil of none.
      def nearest(list) = list.compact.min_by(&:last)
      def off(point, x, y) = @place.point(point).then { |u, v| Math.hypot(u - x, v - y) }
      def spot(kind, names, **more) = Modelling::Spots::Spot.new(kind: kind, faces: names, **more)

      def on_line(names, x, y)
        list = @spots.lines[names] || []
        nearest(list.each_with_index.map { |(a, b), i| along(names, a, b, [i, list.size], x, y) })
      end

      def along(names, a, b, nth, x, y)
        p, q = [a, b].map { |v| @place.point(v) }
        length = ((q[0] - p[0])**2) + ((q[1] - p[1])**2)
        return nil if length < 1e-9

        share = ((((x - p[0]) * (q[0] - p[0])) + ((y - p[1]) * (q[1] - p[1]))) / length).clamp(0.02, 0.98).round(4)
        run = Geometry::Vec.sub(b, a)
        at = spot('edge', names, nth: nth, share: share, direction: Geometry::Vec.unit(run))
        [at, off(Geometry::Vec.along(a, run, share), x, y)]
      end

      def on_circle(names, x, y)
        list = @spots.circles[names] || []
        nearest(list.each_with_index.map { |circle, i| round(names, circle, [i, list.size], x, y) })
      end

      def round(names, (centre, axis, radius), nth, x, y)
        u = Geometry::Vec.any_normal(axis)
        v = Geometry::Vec.cross(axis, u)
        ways =
          (0...ROUND).map do |i|
            a = 2 * Math::PI * i / ROUND
            Geometry::Vec.along(Geometry::Vec.scale(u, Math.cos(a)), v, Math.sin(a))
          end
        way = ways.min_by { |w| off(Geometry::Vec.along(centre, w, radius), x, y) }
        [
          spot('quadrant', names, nth: nth, direction: way.map { |c| c.round(6) }),
          [off(Geometry::Vec.along(centre, way, radius), x, y) - ((radius * Math::PI / ROUND) * @place.scale), 0.0].max
        ]
      end

      def on_curve(names, x, y)
        points = @spots.curves[names] or return nil
        share = STATIONS.min_by { |s| off(Modelling::Curves.at(points, s), x, y) }
        [spot('station', names, share: share), [off(Modelling::Curves.at(points, share), x, y) - 3.0, 0.0].max]
      end
    end
  end
end
