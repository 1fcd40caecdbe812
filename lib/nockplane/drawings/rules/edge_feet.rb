# frozen_string_literal: true

module Nockplane
  module Drawings
    # Where a tolerance frame or a datum letter may meet the face it names, when the face is seen from its edge: points
    # on the visible strokes that are that face's own, and the direction out of the material there.
    class EdgeFeet
      # slide: mm of the model along the edge from the middle of the face; off: mm of the model from there out to the
      # surface; angle: direction outwards on paper, degrees; cost: the middle of a long edge is best.
      Foot = Struct.new(:slide, :off, :angle, :cost)
      # Places tried along a stroke, and how far a stroke may lie off the face's line, mm of the model.
      SHARES = [0.5, 0.3, 0.7, 0.15, 0.85].freeze
      ON = 1e-3

      # [Foot] for a dimension of a view, best first; nil when the face is not seen from its edge, or shows no edge of
      # its own.
      def self.of(builder, at, dimension)
        return nil unless Annotations.of(dimension).edge_turns && dimension.snapshot.axis

        new(builder, at, dimension).feet
      end

      def initialize(builder, at, dimension)
        @at = at
        @snapshot = dimension.snapshot
        @linework = builder.linework_of(dimension)
        @solid = builder.solid_of(dimension)
      end

      def feet
        return nil unless @at.frame.square?(@snapshot.axis)

        found = directions.flat_map { |normal| on_side(normal) }
        found.empty? ? nil : found.sort_by(&:cost).first(10)
      end

      private

      def image(point) = [@at.frame.x(point), @at.frame.y(point)]
      def plane? = Geometry::Vec.distance(@snapshot.from, @snapshot.to) < 1e-9

      # Image directions out of the material: of a plane its normal; of a round face both sides of its axis.
      def directions
        n = unit(image(@snapshot.axis))
        return [outward(n)] if plane?

        across = [-n[1], n[0]]
        [across, across.map { |c| -c }]
      end

      def unit(v) = Math.hypot(*v).then { |l| v.map { |c| c / l } }

      # The face's own facets say which side is out.
      def outward(normal)
        facet = @solid.facets_of(@snapshot.faces[0]).first or return normal
        seen = image(facet.normal)
        (seen[0] * normal[0]) + (seen[1] * normal[1]) < 0 ? normal.map { |c| -c } : normal
      end

      # mm from the face's middle out to its line on that side.
      def reach = plane? ? 0.0 : Geometry::Vec.distance(@snapshot.from, @snapshot.to)

      def on_side(normal)
        centre = image(@snapshot.centre)
        along = [-normal[1], normal[0]]
        strokes.filter_map { |s| interval(s, centre, normal, along) }.flat_map do |a, b|
          SHARES.each_with_index.map do |share, i|
            Foot.new(
              (a + ((b - a) * share)).round(4),
              reach.round(4),
              (Math.atan2(normal[1], normal[0]) * 180 / Math::PI).round(3),
              i + (10.0 / (1 + ((b - a) * @at.scale / 10)))
            )
          end
        end
      end

      # Visible straight strokes of the face itself.
      def strokes
        names = @snapshot.faces
        @strokes ||=
          @linework.strokes.select do |s|
            s.visible && !s.arc? && !s.spline? &&
              s.faces.any? { |f| names.include?(f) || names.include?(f.split('~')[0]) }
          end
      end

      # [from, to] along the edge of a stroke that lies on the face's line, nil for others.
      def interval(stroke, centre, normal, along)
        relative = stroke.points.map { |x, y| [x - centre[0], y - centre[1]] }
        return nil unless relative.all? { |x, y| ((x * normal[0]) + (y * normal[1]) - reach).abs < ON }

        relative.map { |x, y| (x * along[0]) + (y * along[1]) }.minmax
      end
    end
  end
end
