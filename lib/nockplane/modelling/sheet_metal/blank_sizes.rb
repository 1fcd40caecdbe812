# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # Length and width of a blank as sizes of its flat state: worked out, so that no size of the model stands behind
      # them.
      module BlankSizes
        PREFIX = 'blank:'

        module_function

        def id?(id) = id.start_with?(PREFIX)

        # [ModelDimension] between the straight edges that a flat ends with; none across a round or a corner.
        def of(flat)
          [
            ["#{PREFIX}length", flat.frame.x, flat.frame.y],
            ["#{PREFIX}width", flat.frame.y, flat.frame.x]
          ].filter_map { |id, way, across| between_ends(flat.solid, id, way, across) }
        end

        def between_ends(solid, id, way, across)
          low, high = [-1.0, 1.0].map { |sign| farthest(solid, Geometry::Vec.scale(way, sign)) }
          return nil unless low && high

          from = solid.point(low.loops[0][0])
          ModelDimension.new(
            id: id,
            feature: 'blank',
            kind: :linear,
            value: high.d + low.d,
            unit: 'mm',
            count: 1,
            faces: [low.face.name, high.face.name],
            from: from,
            to: Geometry::Vec.along(from, way, high.d + low.d),
            axis: across
          )
        end

        # The facet of an edge square to a direction that nothing lies beyond.
        def farthest(solid, way)
          far = Array.new(solid.xs.size) { |i| Geometry::Vec.dot(solid.point(i), way) }.max
          solid.facets.find do |f|
            f.face.surface.plane? && Geometry::Vec.dot(f.normal, way) > 1 - 1e-9 && (f.d - far).abs < 1e-6
          end
        end
      end
    end
  end
end
