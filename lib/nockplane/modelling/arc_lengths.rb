# frozen_string_literal: true

module Nockplane
  module Modelling
    # Lengths along round edges that do not go all the way round, as model dimensions: they measure only. The id says it
    # all: "arc:" and JSON of the names of the two faces that make the edge.
    module ArcLengths
      PREFIX = 'arc:'
      # mm within which a point lies on the circle.
      ON = 1e-3

      module_function

      def id?(id) = id.start_with?(PREFIX)
      def id(names) = PREFIX + JSON.generate(names.sort)

      # The ModelDimension of an id on a solid: from, to its ends, counter-clockwise about axis; nil when the edge is
      # gone, is a whole circle, or could be several.
      def find(solid, id)
        names = read(id) or return nil
        spots = Spots.of(solid)
        circles = spots.circles[names] or return nil
        return nil unless circles.size == 1

        centre, axis, radius = circles[0]
        ends = ends_of(solid, spots.chords(names), centre, radius) or return nil
        made(id, names, centre, axis, radius, ends)
      end

      def read(id)
        names = JSON.parse(id.delete_prefix(PREFIX))
        names if names.is_a?(Array) && names.size == 2 && names.all?(String)
      rescue JSON::ParserError
        nil
      end

      # Points from one end to the other; nil of what is closed or in pieces.
      def ends_of(solid, chords, centre, radius)
        round = chords.select { |ab| ab.all? { |i| (Geometry::Vec.distance(solid.point(i), centre) - radius).abs < ON } }
        Curves.chain(solid, round)
      end

      def made(id, names, centre, axis, radius, chain)
        turn = chain.each_cons(2).sum { |p, q| turn(p, q, centre, axis) }
        from, to = turn.positive? ? [chain[0], chain[-1]] : [chain[-1], chain[0]]
        ModelDimension.new(
          id: id,
          kind: :arc_length,
          value: radius * turn.abs,
          unit: 'mm',
          count: 1,
          faces: names,
          from: from,
          to: to,
          centre: centre,
          axis: axis
        )
      end

      # Radians counter-clockwise about the axis from one point to the next.
      def turn(p, q, centre, axis)
        u, v = [p, q].map { |c| Geometry::Vec.sub(c, centre) }
        Math.atan2(Geometry::Vec.dot(Geometry::Vec.cross(u, v), axis), Geometry::Vec.dot(u, v))
      end
      private_class_method :ends_of, :made, :turn
    end
  end
end
