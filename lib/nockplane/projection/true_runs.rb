# frozen_string_literal: true

module Nockplane
  module Projection
    # Between which model points the lines of a view truly run, and in which directions contours leave and arrive:
    # hidden lines are found on chords, and drawn here.
    class TrueRuns
      # Cosine of the angle to its chord up to which a piece of a contour is drawn as one curve.
      BENT = 0.7

      # mm that a contour may bulge from its chord to be taken for it when its hiding is asked; else it is asked at so
      # many places more.
      BULGE = 2e-3
      INNER = 3

      # Places along a run at equal steps: its ends, and others between them where it bulges.
      def self.places(from, to, leaves = nil, arrives = nil)
        return [from, to] unless leaves && arrives

        bezier = Exact.bezier(from, to, leaves, arrives)
        middle = at(bezier, 0.5)
        if Geometry::Vec.distance(middle, Geometry::Vec.scale(Geometry::Vec.add(from, to), 0.5)) < BULGE
          return [from, to]
        end

        [from, *(1..INNER).map { |k| at(bezier, k.fdiv(INNER + 1)) }, to]
      end

      # Point of a Bezier at t.
      def self.at(bezier, t)
        [1, 2, 3].reduce(bezier) do |points, _|
          points.each_cons(2).map { |p, q| Geometry::Vec.along(p, Geometry::Vec.sub(q, p), t) }
        end[
          0
        ]
      end
      private_class_method :at

      def initialize(solid, edge_set, frame, contours)
        @solid = solid
        @set = edge_set
        @frame = frame
        @contours = contours
      end

      # [from, to, direction there, direction here] of an edge; without directions where it is straight or its curve is
      # known otherwise. Outlines within one face are turned to where its surface turns away; other edges end on their
      # surfaces.
      def of_edge(edge, kind)
        exact = [edge.a, edge.b].map { |v| @set.exact[v] || @solid.point(v) }
        return exact unless kind == :silhouette && edge.ring.nil?

        facet = [edge.f, edge.g].find { |i| Contours.on?(@solid.facets[i].face) }
        return contour(*[edge.a, edge.b].map { |v| @contours.spot(facet, v, v, 0.0) }) if facet

        own = [edge.f, edge.g].find { |i| !surface(i).plane? }
        [edge.a, edge.b].zip(exact).map { |v, p| outline_end(surface(own), v, p) }
      end

      # The same of a Contours::Piece.
      def of_piece(piece) = contour(*[piece.from, piece.to].map { |at| @contours.spot(piece.facet, *at) })

      private

      def surface(facet) = @solid.facets[facet].face.surface

      # Where the outline of a turned face ends whose chords end at a vertex: on the rim that the vertex is turned
      # along.
      def outline_end(turned, vertex, place)
        point = Exact.outline(turned, place, @frame.d)
        rims = @set.rims[vertex] or return point
        way = Geometry::Vec.sub(point, place)
        return point if Geometry::Vec.length(way) < Geometry::Tolerance::POINT

        rim = rims.select { |r| surface(r.own).coincident?(turned) }.max_by { |r| towards(r, vertex, way) }
        rim && towards(rim, vertex, way).positive? ? Rims.meeting(turned, surface(rim.beyond), point) : point
      end

      # How far a rim goes the same way from a vertex: cosine times the length of the way.
      def towards(rim, vertex, way)
        along = Geometry::Vec.sub(@solid.point(rim.towards), @solid.point(vertex))
        Geometry::Vec.dot(Geometry::Vec.unit(along), way)
      end

      def contour(from, to) = [from.point, to.point, *directions(from, to)]

      # None where the piece turns too far to be drawn as one curve. Where contours cross there is no direction of one:
      # the piece is taken to turn as much there as at its other end.
      def directions(from, to)
        chord = Geometry::Vec.sub(to.point, from.point)
        length = Geometry::Vec.length(chord)
        return [] if length < 1e-9 || (from.direction.nil? && to.direction.nil?)

        along = [from, to].map { |s| s.direction && ahead(s.direction, chord) }
        way = Geometry::Vec.scale(chord, 1 / length)
        found = [along[0] || mirrored(along[1], way), along[1] || mirrored(along[0], way)]
        found.all? { |v| Geometry::Vec.dot(v, chord) > BENT * length } ? found : []
      end

      def ahead(direction, chord)
        Geometry::Vec.dot(direction, chord).negative? ? Geometry::Vec.neg(direction) : direction
      end

      # A direction mirrored in a way.
      def mirrored(direction, way)
        Geometry::Vec.sub(Geometry::Vec.scale(way, 2 * Geometry::Vec.dot(direction, way)), direction)
      end
    end
  end
end
