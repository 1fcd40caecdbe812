# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # Directions from which a model may be looked at besides the named ones: its saved views, and square to each of
      # its plane faces.
      class Orientations
        # subject: Products::Subject.
        def initialize(source, subject)
          @model = source.model(subject)
        end

        # [dx, dy, dz, ux, uy, uz] of a saved view or a plane face by name; nil when there is none.
        def sight(name)
          saved = @model.saved_views.find { |v| v[:name] == name }
          return Projection::ViewFrame.new(saved[:direction], saved[:up]).numbers if saved

          facet = @model.solid.facets_of(name).find { |f| f.face.surface.plane? } or return nil
          frame = Geometry::Frame.facing([0.0, 0.0, 0.0], facet.normal)
          Projection::ViewFrame.new(Geometry::Vec.neg(frame.z), frame.y).numbers
        end

        # Names of the views saved with the model.
        def saved = @model.saved_views.map { |v| v[:name] }

        # Names of plane faces that lie square to none of the axes, largest first: those that a named direction does not
        # show.
        def slanted
          planes = @model.solid.facets.select { |f| f.face.surface.plane? && f.normal.none? { |c| c.abs > 1 - 1e-6 } }
          planes.group_by { |f| f.face.name }.max_by(20) { |_, facets| facets.sum { |f| area(f) } }.map(&:first)
        end

        # The named direction in which the part shows most with its long side level: the one whose image is largest and
        # wider than high.
        def best
          box = @model.solid.box
          x, y, z = 3.times.map { |k| box[k + 3] - box[k] }
          sizes = { 'front' => [x, z], 'top' => [x, y], 'left' => [y, z] }
          level = sizes.select { |_, (w, h)| w >= h - 1e-9 }
          (level.empty? ? sizes : level).max_by { |_, (w, h)| w * h }.first
        end

        private

        def area(facet)
          Geometry::Vec.length(Geometry::Polygon.area_vector(facet.loops[0].map { |i| @model.solid.point(i) })) / 2
        end
      end
    end
  end
end
