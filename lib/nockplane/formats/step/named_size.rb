# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Sizes of a file by what they are called there, as model dimensions.
      class NamedSize
        # known: { name => face } of the solid.
        def initialize(solid, known)
          @solid = solid
          @known = known
        end

        # A size of faces by its name in the file.
        def of(names, value, name)
          faces = names.map { |n| @known[n] }
          case name
          when PlanWriter::NAMES[:chamfer]
            Modelling::MeasuredEdges
              .find(@solid, "#{Modelling::MeasuredEdges::CHAMFER}#{names[0]}")
              &.then { |d| d.dup.tap { |own| own.value, own.faces = value, names } }
          when PlanWriter::NAMES[:pitch_circle]
            Modelling::Measured.find(@solid, "#{Modelling::Measured::PITCH}#{names[0]}")
          when PlanWriter::NAMES[:depth]
            Modelling::Measured.depth(@solid, faces, value)
          else
            cone_angle(faces, name) || tube(faces, name) || Modelling::Measured.size(@solid, faces, value, kind: name)
          end
        end

        private

        # The radius of a round that goes about an axis.
        def tube(faces, name)
          return nil unless name == 'radius' && faces.any? && faces.all? { |f| f&.surface&.kind == :torus }

          Modelling::MeasuredEdges.find(@solid, "#{Modelling::MeasuredEdges::ROUND}#{faces[0].name}")
        end

        def cone_angle(faces, name)
          return nil unless name.empty? && faces.any? && faces.all? { |f| f.surface.kind == :cone }

          Modelling::MeasuredEdges.find(@solid, "#{Modelling::MeasuredEdges::CONE}#{faces[0].name}")
        end
      end
    end
  end
end
