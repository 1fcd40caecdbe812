# frozen_string_literal: true

module Nockplane
  module Projection
    # Silhouettes inside facets of doubly curved faces (torus, sphere), swept curves and free surfaces: where the true
    # normal turns from the viewer to away. Which facets they pass is told by n.d at the corners; the places are then
    # found on the surface itself, with the direction the contour has there. Facet edges alone would zigzag.
    class Contours
      DOUBLY_CURVED = %i[torus sphere extrusion revolution bspline offset].freeze
      # n.d this near to 0 counts as exactly on the contour.
      ON = 1e-6
      # n.d at both ends of an edge that runs along the contour (its ends may stand a hair off, on the strips of a
      # cylinder).
      ALONG = 1e-5

      # One piece of contour: facet index and its two ends, each [from id, to id, t] on an edge of the facet.
      Piece = Struct.new(:facet, :from, :to)

      def initialize(solid, frame)
        @solid = solid
        @frame = frame
        @turn = Hash.new { |h, face| h[face] = {} }.compare_by_identity
        @spots = {}
      end

      def self.on?(face) = DOUBLY_CURVED.include?(face.surface.kind)

      # [Piece]
      def pieces
        @solid.facets.each_index.select { |i| Contours.on?(@solid.facets[i].face) }.flat_map { |i| through(i) }
      end

      # n.d at a corner, and of a facet itself, beyond which it looks the way that its surface does; and cosine of the
      # angle between the two normals within which one tells on which side of the other the solid is.
      PLAIN = 0.3
      SIDE = 0.3

      # Does the surface under a facet look at the viewer? Where it does or does not at all corners they tell, else the
      # facet itself (flat): where rims with other points, or a wide circle beside a narrow tube, make it lean, it
      # looks another way. A wall seen edge-on, however it leans by rounding, does not.
      def front?(index, flat)
        facet = @solid.facets[index]
        n = facet.normal
        face = facet.face
        corners = facet.loops[0]
        leaning = Geometry::Vec.dot(n, @frame.d).abs
        return flat if turn(face, corners[0]).abs > PLAIN && leaning > PLAIN

        side = Geometry::Vec.dot(face.surface.normal_at(@solid.point(corners[0])), n)
        return flat if side.abs < SIDE

        low, high = corners.map { |v| turn(face, v) }.minmax
        return false if leaning < ALONG && low > -ALONG && high < ALONG

        low, high = -high, -low if side.negative?
        return true if high < ALONG && low < -ALONG

        low > -ALONG && high > ALONG ? false : flat
      end

      # Does an edge within a face run along the contour, so that the face turns away at one side of it? nil where the
      # face has no contours. (The facets themselves may be too thin to tell.)
      def divides?(edge)
        face = @solid.facets[edge.f].face
        return nil unless edge.kind == :inner && Contours.on?(face)

        along?(face, edge.a, edge.b) && (side(edge.f) * side(edge.g)).negative?
      end

      # Does the contour run along an edge whose ends are vertices a and b of a facet of this face?
      def along?(face, a, b) = turn(face, a).abs < ALONG && turn(face, b).abs < ALONG

      # Place of a contour: model point on the true surface where n.d is 0, and the contour's direction there (unit
      # vector, either way; nil where it has none).
      Spot = Struct.new(:point, :direction)

      # Spot where the contour of a facet's face passes the edge from vertex a to b, near the part t of the way.
      def spot(facet, a, b, t)
        face = @solid.facets[facet].face
        @spots[[face.object_id, a, b]] ||= found(face, a, b, t)
      end

      # Steps of the search along an edge, and n.d that is small enough.
      STEPS = 5
      NONE = 1e-10

      # Facets sharing a corner with a facet, and those of its own face sharing one with them: their chords, not the
      # true surface, would hide the contour.
      def neighbours(index)
        near = around(index)
        face = @solid.facets[index].face
        own = near.select { |i| @solid.facets[i].face.equal?(face) }
        [*near, *own.flat_map { |i| around(i) }.select { |i| @solid.facets[i].face.equal?(face) }].to_h do |i|
          [i, true]
        end
      end

      # Facets that do not hide a piece: its neighbours, but of flat faces, which are as they look, only those it ends
      # on.
      def clear_of(piece)
        neighbours(piece.facet).select do |i, _|
          facet = @solid.facets[i]
          !facet.face.surface.plane? || [piece.from, piece.to].any? { |a, b, _| on?(facet, a, b) }
        end
      end

      private

      def on?(facet, *vertices) = facet.loops.any? { |l| vertices.all? { |v| l.include?(v) } }

      def around(index)
        @around ||= {}
        @around[index] ||= @solid.facets[index].loops[0].flat_map { |v| at_vertex[v] }.uniq
      end

      # n.d on the surface at the middle of a facet.
      def side(index)
        facet = @solid.facets[index]
        corners = facet.loops[0].map { |v| @solid.point(v) }
        middle = 3.times.map { |k| corners.sum { |p| p[k] } / corners.size }
        Geometry::Vec.dot(facet.face.surface.settled(middle, corners[0])[1], @frame.d)
      end

      # n.d at a vertex by the analytic normal; the sign of n does not matter here.
      def turn(face, vertex)
        known = @turn[face]
        known[vertex] ||= Geometry::Vec.dot(face.surface.normal_at(@solid.point(vertex)), @frame.d)
      end

      def through(index)
        facet = @solid.facets[index]
        ends = []
        facet.each_edge do |a, b|
          ga = turn(facet.face, a)
          gb = turn(facet.face, b)
          on = ga.abs < ON || gb.abs < ON
          ends << crossing(a, b, ga, gb) if on || ga.positive? != gb.positive?
        end
        ends.uniq!
        pairs(index, ends).reject { |from, to| from[2].zero? && to[2].zero? }.map { |pair| Piece.new(index, *pair) }
      end

      # Ends two by two. A strip of a wall whose border dips over the contour is passed by it several times, all along
      # one ruling: in and out in turn.
      def pairs(index, ends)
        return [ends] if ends.size == 2
        return [] unless ends.size > 2 && ends.size.even? && @solid.facets[index].face.surface.kind == :extrusion

        spots = ends.to_h { |at| [at, spot(index, *at)] }
        way = spots.each_value.filter_map(&:direction).first or return []
        ends.sort_by { |at| Geometry::Vec.dot(spots[at].point, way) }.each_slice(2).to_a
      end

      # Where n.d is 0 on the edge; a corner that lies on the contour is given as [corner, corner, 0].
      def crossing(a, b, ga, gb)
        return [a, a, 0.0] if ga.abs < ON
        return [b, b, 0.0] if gb.abs < ON

        a < b ? [a, b, ga / (ga - gb)] : [b, a, gb / (gb - ga)]
      end

      # By regula falsi (Illinois) along the edge; every place tried is on the surface: of a free one along its
      # parameters, of others put there.
      def found(face, a, b, t)
        p, q = @solid.point(a), @solid.point(b)
        path = face.surface.field&.path(p, q)
        return along_path(path, face, a, b, t) if path

        at = ->(k) do
          face.surface.settled(Geometry::Vec.add(Geometry::Vec.scale(p, 1 - k), Geometry::Vec.scale(q, k)), p)
        end
        point, normal = at[t]
        low, high = [0.0, turn(face, a)], [1.0, turn(face, b)]
        STEPS.times do
          off = Geometry::Vec.dot(normal, @frame.d)
          break if off.abs < NONE || a == b || (low[1].positive? == high[1].positive?)

          low, high, t = nearer(low, high, t, off)
          point, normal = at[t]
        end
        Spot.new(point, direction(face.surface, point, normal, p))
      end

      def along_path(path, face, a, b, t)
        low, high = [0.0, turn(face, a)], [1.0, turn(face, b)]
        STEPS.times do
          break if a == b || low[1].positive? == high[1].positive?

          off = Geometry::Vec.dot(path.normal(t) || break, @frame.d)
          break if off.abs < NONE

          low, high, t = nearer(low, high, t, off)
        end
        Spot.new(path.point(t), path.level(t, @frame.d))
      end

      # [low, high, where to try next] after n.d was found at t.
      def nearer(low, high, t, off)
        off.positive? == low[1].positive? ?
          (low, high = [t, off], [high[0], high[1] / 2]) :
          (low, high = [low[0], low[1] / 2], [t, off])
        [low, high, low[0] + ((high[0] - low[0]) * low[1] / (low[1] - high[1]))]
      end

      # mm stepped aside to see how the normal turns.
      ASIDE = 1e-3

      # Square, in the surface, to the way in which n.d changes most.
      def direction(surface, point, normal, near)
        x = Geometry::Vec.any_normal(normal)
        y = Geometry::Vec.cross(normal, x)
        change = [x, y].map do |e|
          ahead, back =
            [ASIDE, -ASIDE].map do |by|
              Geometry::Vec.dot(surface.settled(Geometry::Vec.along(point, e, by), near)[1], @frame.d)
            end
          ahead - back
        end
        return nil if Math.hypot(*change) < 1e-9

        Geometry::Vec.unit(Geometry::Vec.sub(Geometry::Vec.scale(x, change[1]), Geometry::Vec.scale(y, change[0])))
      end

      def at_vertex
        @at_vertex ||= @solid.facets.each_with_index.with_object(Hash.new { |h, k| h[k] = [] }) do |(f, i), map|
          f.loops.each { |l| l.each { |v| map[v] << i } } if Contours.on?(f.face)
        end
      end
    end
  end
end
