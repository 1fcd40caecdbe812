# frozen_string_literal: true

module Nockplane
  module Linking
    # What measuring on a model's 3D picture needs of its faces: kind, a place (of a flat face a point of it, of a
    # turned one of its axis), a direction (normal out of the material, or axis), radii, area in mm². Plain values by
    # face name.
    module FaceFigures
      # Faces of which more are not told: the page would be large.
      MOST = 6000

      module_function

      # { name => { kind:, at:, way:, radius:, minor:, area: } }, numbers rounded to 1e-6; {} of very many faces.
      def of(solid)
        groups = solid.facets.group_by { |f| f.face.name }
        return {} if groups.size > MOST

        groups.to_h { |name, facets| [name, figures(solid, facets)] }
      end

      def figures(solid, facets)
        surface = facets[0].face.surface
        {
          kind: surface.kind.to_s,
          at: numbers(place(solid, facets, surface)),
          way: numbers(direction(facets, surface)),
          radius: (surface.radius.round(6) if surface.respond_to?(:radius) && surface.radius),
          minor: (surface.minor.round(6) if surface.kind == :torus),
          area: facets.sum { |f| Solids::Mass.facet_area(solid, f) }.round(4)
        }.compact
      end

      # (A flat face of a placed part has its own origin; the turned ones have it on their axis.)
      def place(solid, facets, surface)
        surface.turned? ? surface.origin : solid.point(facets[0].loops[0][0])
      end

      def direction(facets, surface) = surface.turned? ? surface.axis : facets[0].normal
      def numbers(vector) = vector.map { |c| c.round(6) + 0.0 }
      private_class_method :figures, :place, :direction, :numbers
    end
  end
end
