# frozen_string_literal: true

module Nockplane
  module Modelling
    # Centre lines, centre marks and bolt circles that a person set between places picked on a model (LIN-05, LIN-06),
    # as model dimensions that say no size. The id says it all: "centred:" and JSON of [mode, sight, place, ...]. mode:
    # "line" (midway between two straight edges that lie parallel as seen, else through two points), "mark" (of what is
    # round at a place), "bolts" (the circle through the centres picked),
    # "area" (between the places picked, to be lined). Places are as of Spots; mm.
    module Centred
      PREFIX = 'centred:'
      MODES = { 'line' => (2..2), 'mark' => (1..1), 'bolts' => (3..40), 'area' => (3..40) }.freeze
      # mm within which centres lie on one circle, and the least length of a line.
      SAME = 0.01
      LEAST = 1e-6

      module_function

      def id?(id) = id.start_with?(PREFIX)

      # sight: [x, y, z]; places: [Spots::Spot].
      def id(mode, sight, *places) =
        PREFIX + JSON.generate([mode, sight.map { |c| c.round(9) + 0.0 }, *places.map(&:to_a)])

      # The ModelDimension of an id on a solid; nil when a place is gone, or they make no such thing any more.
      def find(solid, id)
        mode, sight, *places = read(id)
        return nil unless mode

        spots = Spots.of(solid)
        found = places.map { |p| spots.find(p) }
        found.all? ? send(mode, id, sight, found, Solids::Indexed.of(solid)) : nil
      end

      # [mode, sight, Spot, ...] of an id; nil of one that is damaged.
      def read(id)
        mode, sight, *places = data = JSON.parse(id.delete_prefix(PREFIX))
        return nil unless data.is_a?(Array) && MODES[mode]&.cover?(places.size) && Spots.vector?(sight)

        spots = places.map { |p| Spots::Spot.from(p) }
        [mode, sight, *spots] if spots.all?
      rescue JSON::ParserError
        nil
      end

      def line(id, sight, (a, b), _index)
        from, to = midway(a, b, sight) || [a.point, b.point]
        return nil if Geometry::Vec.length(Picked.flat(Geometry::Vec.sub(to, from), sight)) < LEAST

        made(id, :centre_line, [a, b], from: from, to: to, axis: sight)
      end

      # Ends of the line midway between two edges that are parallel as seen: as long as both together; nil for others.
      def midway(a, b, sight)
        return nil unless a.run && b.run

        u, v = [a, b].map { |s| Picked.flat(s.run, sight) }
        return nil if [u, v].any? { |w| Geometry::Vec.length(w) < LEAST } || !Geometry::Vec.parallel?(u, v, 1e-6)

        way = Geometry::Vec.unit(u)
        middle = Geometry::Vec.scale(Geometry::Vec.add(a.point, b.point), 0.5)
        levels = [a, b].flat_map { |s| ends(s) }.map { |p| Geometry::Vec.dot(Geometry::Vec.sub(p, middle), way) }
        levels.minmax.map { |t| Geometry::Vec.along(middle, way, t) }
      end

      # (An axis has no ends of its own.)
      def ends(spot)
        return [spot.point] unless spot.share

        start = Geometry::Vec.along(spot.point, spot.run, -spot.share)
        [start, Geometry::Vec.add(start, spot.run)]
      end

      def mark(id, _sight, (spot), index)
        face = spot.faces.filter_map { |n| index.face(n) }.find { |f| f.surface.turned? } or return nil
        axis = Geometry::Vec.unit(face.surface.axis)
        level = Geometry::Vec.dot(Geometry::Vec.sub(spot.point, face.surface.origin), axis)
        centre = Geometry::Vec.along(face.surface.origin, axis, level)
        radius = face.surface.kind == :cylinder ? face.surface.radius : Geometry::Vec.distance(centre, spot.point)
        made(id, :centre_mark, [spot], value: radius, from: centre, to: centre, centre: centre, axis: axis)
      end

      def bolts(id, sight, spots, _index)
        centre = about(*spots.first(3).map(&:point), sight) or return nil
        radii = spots.map { |s| Geometry::Vec.length(Picked.flat(Geometry::Vec.sub(s.point, centre), sight)) }
        return nil if radii.max - radii.min > SAME

        made(
          id,
          :bolt_circle,
          spots,
          value: radii.sum / radii.size,
          from: centre,
          to: centre,
          centre: centre,
          axis: sight
        )
      end

      # The area between places, in their order.
      def area(id, sight, spots, _index)
        points = spots.map(&:point)
        around = Geometry::Vec.scale(points.reduce { |a, b| Geometry::Vec.add(a, b) }, 1.0 / points.size)
        made(id, :hatched_area, spots, from: points[0], to: points[1], centre: around, axis: sight, points: points)
      end

      # Middle of the circle through three points as seen along a sight; nil for points in line.
      def about(a, b, c, sight)
        u, v = [b, c].map { |p| Picked.flat(Geometry::Vec.sub(p, a), sight) }
        cross = Geometry::Vec.cross(u, v)
        area = Geometry::Vec.dot(cross, cross)
        return nil if area < LEAST

        left = Geometry::Vec.scale(Geometry::Vec.cross(cross, u), Geometry::Vec.dot(v, v))
        right = Geometry::Vec.scale(Geometry::Vec.cross(v, cross), Geometry::Vec.dot(u, u))
        Geometry::Vec.along(a, Geometry::Vec.add(left, right), 1 / (2 * area))
      end

      def made(id, kind, spots, value: 0.0, **more)
        shared = { unit: 'mm', count: 1, faces: spots.flat_map(&:faces).uniq }
        ModelDimension.new(id: id, kind: kind, value: value, **shared, **more)
      end
    end
  end
end
