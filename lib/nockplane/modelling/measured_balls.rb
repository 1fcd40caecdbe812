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
        solid.faces.select do |f|
          f.surface.kind == :sphere && (f.surface.radius - face.surface.radius).abs < 1e-6 * face.surface.radius &&
            concave?(solid, f) == concave?(solid, face)
        end
      end

      def concave?(solid, face) = !solid.along?(solid.facets_of(face.name)[0])

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
        vectors = solid.facets_of(face.name).map { |f| vector(solid, f) }
        sum = vectors.reduce { |a, b| Geometry::Vec.add(a, b) }
        area = vectors.sum { |v| Geometry::Vec.length(v) }
        sum = Geometry::Vec.neg(sum) if concave?(solid, face)
        whole = Geometry::Vec.length(sum) < 1e-6 * area
        [area, whole ? [0.0, 0.0, 1.0] : Geometry::Vec.unit(sum.map { |c| c.abs < 1e-6 * area ? 0.0 : c })]
      end

      def vector(solid, facet)
        facet
          .loops
          .map { |ids| Geometry::Vec.scale(Geometry::Polygon.area_vector(ids.map { |i| solid.point(i) }), 0.5) }
          .reduce { |a, b| Geometry::Vec.add(a, b) }
      end
      private_class_method :concave?, :spread, :vector
    end
  end
end
