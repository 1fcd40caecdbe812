# frozen_string_literal: true

module Nockplane
  module Projection
    # Silhouettes inside facets of doubly curved faces (torus, sphere) and swept curves: where the analytic normal turns from the viewer to
    # away, traced through each facet by linear interpolation of n.d between its corners. Facet edges alone would zigzag.
    class Contours
      DOUBLY_CURVED = %i[torus sphere extrusion revolution].freeze
      # n.d this near to 0 counts as exactly on the contour.
      ON = 1e-7

      # One piece of contour: facet index and its two ends, each [from id, to id, t] on an edge of the facet.
      Piece = Struct.new(:facet, :from, :to)

      def initialize(solid, frame)
        @solid = solid
        @frame = frame
        @turn = {}
      end

      def self.on?(face) = DOUBLY_CURVED.include?(face.surface.kind)

      # [Piece]
      def pieces
        @solid.facets.each_index.select { |i| Contours.on?(@solid.facets[i].face) }.flat_map { |i| through(i) }
      end

      # Does the contour run along an edge whose ends are vertices a and b of a facet of this face?
      def along?(face, a, b) = turn(face, a).abs < ON && turn(face, b).abs < ON

      # Model point on the surface of a facet's face at the part t of the way from vertex a to b.
      def point(facet, a, b, t)
        p = Geometry::Vec.add(Geometry::Vec.scale(@solid.point(a), 1 - t), Geometry::Vec.scale(@solid.point(b), t))
        surface = @solid.facets[facet].face.surface
        Geometry::Vec.along(p, surface.normal_at(p), -surface.distance(p))
      end

      # Facets sharing a corner with a facet: their chords, not the true surface, would hide the contour.
      def neighbours(index)
        @solid.facets[index].loops[0].flat_map { |v| at_vertex[v] }.to_h { |i| [i, true] }
      end

      private

      # n.d at a vertex by the analytic normal; the sign of n does not matter here.
      def turn(face, vertex)
        @turn[[face.object_id, vertex]] ||= Geometry::Vec.dot(face.surface.normal_at(@solid.point(vertex)), @frame.d)
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
        ends.size == 2 && !(ends[0][2].zero? && ends[1][2].zero?) ? [Piece.new(index, *ends)] : []
      end

      # Where n.d is 0 on the edge; a corner that lies on the contour is given as [corner, corner, 0].
      def crossing(a, b, ga, gb)
        return [a, a, 0.0] if ga.abs < ON
        return [b, b, 0.0] if gb.abs < ON

        a < b ? [a, b, ga / (ga - gb)] : [b, a, gb / (gb - ga)]
      end

      def at_vertex
        @at_vertex ||= @solid.facets.each_with_index.with_object(Hash.new { |h, k| h[k] = [] }) do |(f, i), map|
          f.loops.each { |l| l.each { |v| map[v] << i } } if Contours.on?(f.face)
        end
      end
    end
  end
end
