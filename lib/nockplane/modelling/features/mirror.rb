# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # Earlier features again, mirrored in a base plane or a plane face (with offset).
      class Mirror < Copies
        private

        def read
          @f.only(*COMMON, 'of', 'in', 'offset')
          plane = Placement.plane(@f, 'in', @body)
          @copies = copied([[@f.id, Solids::Transform.mirror(plane.origin, plane.z)]])
        end
      end
    end
  end
end
