# frozen_string_literal: true

module Nockplane
  module Definition
    # What a face is to one who dimensions it: its surface, area (mm²), the middle of that area (which lies off a
    # turned face), and for a turned one its Modelling::Span.
    class Facts
      attr_reader :name, :surface, :area, :middle, :points

      # { name => Facts } of a solid.
      def self.of(solid)
        index = Solids::Indexed.of(solid)
        solid.facets.group_by { |f| f.face.name }.to_h { |name, facets| [name, new(solid, index, facets)] }
      end

      def initialize(solid, index, facets)
        @index = index
        @face = facets[0].face
        @name = @face.name
        @surface = @face.surface
        @points = facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| solid.point(i) }
        weigh(facets, solid)
      end

      def kind = @surface.kind
      def span = @span ||= Modelling::Span.of(@index, @face)

      # Radius that a fillet is called by: of the cylinder or sphere, or of the torus' tube; nil of others.
      def tube
        case kind
        when :cylinder, :sphere
          @surface.radius
        when :torus
          @surface.minor
        end
      end

      # Does a cone reach its own tip (as a drill's point does)?
      def tipped?
        return false unless kind == :cone

        tip = Geometry::Vec.along(@surface.origin, @surface.axis, -@surface.radius / @surface.slope)
        @points.any? { |p| Geometry::Vec.distance(p, tip) < 1e-3 }
      end

      private

      # Area and its centre, by fans of triangles. (Holes run the other way round, so they take their part away.)
      def weigh(facets, solid)
        @area = 0.0
        sum = [0.0, 0.0, 0.0]
        facets.each do |facet|
          facet.loops.each do |ids|
            base = solid.point(ids[0])
            ids
              .drop(1)
              .each_cons(2) do |i, j|
                p, q = solid.point(i), solid.point(j)
                turn = Geometry::Vec.cross(Geometry::Vec.sub(p, base), Geometry::Vec.sub(q, base))
                area = Geometry::Vec.dot(turn, facet.normal) / 2
                @area += area
                sum = (0..2).map { |k| sum[k] + (area * (base[k] + p[k] + q[k]) / 3) }
              end
          end
        end
        @middle = @area.abs < 1e-12 ? @points[0] : sum.map { |c| c / @area }
      end
    end
  end
end
