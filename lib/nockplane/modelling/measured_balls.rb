# frozen_string_literal: true

module Nockplane
  module Modelling
    # Sizes of balls and of parts of balls, measured on their faces: a diameter where there is more than half of one,
    # else a radius. from, to: from the centre to the middle of what there is.
    module MeasuredBalls
      # Part by which chords may leave out of the surface of half a ball.
      SLACK = 0.02

      module_function

      # A face and those of equal balls, that lie on the same side of their surface.
      def like(solid, face)
        side = Span.of(solid, face).concave?
        solid.faces.select do |f|
          f.surface.kind == :sphere && (f.surface.radius - face.surface.radius).abs < 1e-6 * face.surface.radius &&
            Span.of(solid, f).concave? == side
        end
      end

      # Fields of a ModelDimension but its id: kind, value (mm; nil: as measured), count, axis, centre, from, to.
      def fields(solid, faces, value = nil, kind: '')
        surface = faces[0].surface
        area, middle = spread(solid, faces[0])
        more = area > 2 * Math::PI * (surface.radius**2) * (1 + SLACK)
        whole = kind.include?('diameter') || (more && !kind.include?('radius'))
        {
          kind: whole ? :ball_diameter : :ball_radius,
          value: value || (surface.radius * (whole ? 2 : 1)),
          count: faces.uniq { |f| f.surface.origin.map { |c| c.round(4) } }.size,
          axis: Geometry::Vec.any_normal(middle),
          centre: surface.origin,
          from: surface.origin,
          to: Geometry::Vec.along(surface.origin, middle, surface.radius)
        }
      end

      # mm² of a face, and the unit direction from the centre to its middle (up, of a whole ball).
      def spread(solid, face)
        facets = solid.facets_of(face.name)
        areas = facets.map { |f| Solids::Mass.facet_area(solid, f) }
        sum = facets.zip(areas).map { |f, a| Geometry::Vec.scale(f.normal, a) }.reduce { |a, b| Geometry::Vec.add(a, b) }
        area = areas.sum
        sum = Geometry::Vec.neg(sum) if Span.of(solid, face).concave?
        whole = Geometry::Vec.length(sum) < 1e-6 * area
        [area, whole ? [0.0, 0.0, 1.0] : Geometry::Vec.unit(sum.map { |c| c.abs < 1e-6 * area ? 0.0 : c })]
      end
      private_class_method :spread
    end
  end
end
