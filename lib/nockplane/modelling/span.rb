# frozen_string_literal: true

module Nockplane
  module Modelling
    # How much of a round face there is: centre (of its axis, in the middle of its height), axis, whether it goes all
    # the way round or more than half (round?), whether material is outside it (concave?), and towards: the unit
    # direction of its middle, square to the axis; turn: radians that it goes round; height: mm along the axis.
    class Span
      attr_reader :centre, :axis, :towards, :turn, :height

      def self.of(solid, face) = new(solid, face)

      def initialize(solid, face)
        surface = face.surface
        @axis = surface.axis
        facets = solid.facets_of(face.name)
        points = facets.flat_map { |f| f.loops[0] }.uniq.map { |i| solid.point(i) }
        heights = points.map { |p| Geometry::Vec.dot(Geometry::Vec.sub(p, surface.origin), @axis) }
        @height = heights.max - heights.min
        @centre =
          Geometry::Vec.along(surface.origin, @axis, surface.kind == :sphere ? 0.0 : (heights.min + heights.max) / 2)
        measure(points, facets[0], solid)
      end

      def round? = @turn > Math::PI + 1e-6
      def concave? = @concave

      private

      def measure(points, facet, solid)
        x = Geometry::Vec.any_normal(@axis)
        y = Geometry::Vec.cross(@axis, x)
        angles =
          points
            .map { |p| Geometry::Vec.sub(p, facet.face.surface.origin) }
            .map { |q| Math.atan2(Geometry::Vec.dot(q, y), Geometry::Vec.dot(q, x)) }
            .sort
        gaps = angles.each_index.map { |i| [(angles[(i + 1) % angles.size] - angles[i]) % (2 * Math::PI), i] }
        gap, i = gaps.max
        # A gap no wider than the coarsest chord is none: the face goes all round.
        @turn = gap < 0.27 ? 2 * Math::PI : (2 * Math::PI) - gap
        middle = angles[(i + 1) % angles.size] + (@turn / 2)
        @towards = Geometry::Vec.add(Geometry::Vec.scale(x, Math.cos(middle)), Geometry::Vec.scale(y, Math.sin(middle)))
        @concave = !solid.along?(facet)
      end
    end
  end
end
