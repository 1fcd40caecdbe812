# frozen_string_literal: true

module Nockplane
  module Modelling
    # Distances and angles between places that a person picked on a model, as model dimensions: they measure only, have
    # no tolerance and are never editable. The id says it all, so that it can be measured again on any revision:
    # "picked:" and JSON of [mode, direction, place, place]. mode: "across" (along a direction, unit vector of the
    # model), "along" (the places' own distance seen along a direction of sight), "square" (from a straight edge square
    # to it as seen), "angle" (of two straight edges seen along it), "corner" (at the first of three points, between the
    # other two). Places are as of Spots.
    module Picked
      PREFIX = 'picked:'
      MODES = { 'across' => 2, 'along' => 2, 'square' => 2, 'angle' => 2, 'corner' => 3 }.freeze
      # mm and degrees: less is no distance and no angle.
      LEAST = 1e-6

      module_function

      def id?(id) = id.start_with?(PREFIX)

      # direction: [x, y, z]; places: as many Spots::Spot as the mode needs.
      def id(mode, direction, *places)
        PREFIX + JSON.generate([mode, direction.map { |c| c.round(9) + 0.0 }, *places.map(&:to_a)])
      end

      # The ModelDimension of an id on a solid; nil when one of its places is gone, or nothing is left to measure.
      def find(solid, id)
        mode, direction, *places = read(id)
        return nil unless mode

        spots = Spots.of(solid)
        found = places.map { |p| spots.find(p) }
        send(mode, id, direction, *found) if found.all?
      end

      # [mode, direction, Spot, ...] of an id; nil of one that is damaged.
      def read(id)
        mode, direction, *places = data = JSON.parse(id.delete_prefix(PREFIX))
        return nil unless data.is_a?(Array) && MODES[mode] == places.size && Spots.vector?(direction)

        spots = places.map { |p| Spots::Spot.from(p) }
        [mode, direction, *spots] if spots.all?
      rescue JSON::ParserError
        nil
      end

      def across(id, direction, a, b)
        value = Geometry::Vec.dot(Geometry::Vec.sub(b.point, a.point), direction).abs
        made(id, :across, value, direction, a, b) if value > LEAST
      end

      def along(id, sight, a, b)
        way = flat(Geometry::Vec.sub(b.point, a.point), sight)
        value = Geometry::Vec.length(way)
        made(id, :across, value, Geometry::Vec.scale(way, 1 / value), a, b) if value > LEAST
      end

      # From the line of an edge to a place, square to it as seen.
      def square(id, sight, edge, place)
        way = edge.run && flat(edge.run, sight)
        return nil unless way && Geometry::Vec.length(way) > LEAST

        normal = Geometry::Vec.unit(Geometry::Vec.cross(Geometry::Vec.unit(way), sight))
        across(id, normal, edge, place)
      end

      # The angle at a point between two others, as seen.
      def corner(id, sight, vertex, a, b)
        legs = [a, b].map { |p| flat(Geometry::Vec.sub(p.point, vertex.point), sight) }
        return nil if legs.any? { |w| Geometry::Vec.length(w) <= LEAST }

        u, v = legs.map { |w| Geometry::Vec.unit(w) }
        value = Math.acos(Geometry::Vec.dot(u, v).clamp(-1.0, 1.0)) * 180 / Math::PI
        return nil unless value.between?(LEAST, 180 - LEAST)

        ends = legs.map { |w| Geometry::Vec.add(vertex.point, w) }
        found = made(id, :angle, value, sight, a, b, unit: 'deg', from: ends[0], to: ends[1], centre: vertex.point)
        found.tap { |d| d.faces |= vertex.faces }
      end

      # The lesser angle between two straight edges, at the point where they meet as seen.
      def angle(id, sight, a, b)
        u, v = [a, b].map { |p| p.run && flat(p.run, sight) }
        return nil unless u && v && [u, v].all? { |w| Geometry::Vec.length(w) > LEAST }

        u, v = [u, v].map { |w| Geometry::Vec.unit(w) }
        vertex = meeting(a.point, u, b.point, v, sight) or return nil
        legs = [[a, u], [b, v]].map { |p, w| leg(p, w, vertex, sight) }
        value = Math.acos(Geometry::Vec.dot(*legs).clamp(-1.0, 1.0)) * 180 / Math::PI
        return nil unless value.between?(LEAST, 180 - LEAST)

        ends = legs.map { |w| Geometry::Vec.along(vertex, w, 10.0) }
        made(id, :angle, value, sight, a, b, unit: 'deg', from: ends[0], to: ends[1], centre: vertex)
      end

      def made(id, kind, value, axis, a, b, **more)
        shared = { unit: 'mm', count: 1, faces: a.faces | b.faces, from: a.point, to: b.point }
        ModelDimension.new(id: id, kind: kind, value: value, axis: axis, **shared, **more)
      end

      # The part of a vector square to a sight.
      def flat(vector, sight) = Geometry::Vec.along(vector, sight, -Geometry::Vec.dot(vector, sight))

      # Where two lines cross as seen along a sight, on the first one; nil for parallel ones.
      def meeting(p, u, q, v, sight)
        square = Geometry::Vec.cross(sight, v)
        down = Geometry::Vec.dot(u, square)
        return nil if down.abs < 1e-9

        Geometry::Vec.along(p, u, Geometry::Vec.dot(Geometry::Vec.sub(q, p), square) / down)
      end

      # Unit direction of an edge from a vertex towards where it was picked.
      def leg(spot, way, vertex, sight)
        toward = flat(Geometry::Vec.sub(spot.point, vertex), sight)
        Geometry::Vec.dot(toward, way).negative? ? Geometry::Vec.neg(way) : way
      end
    end
  end
end
