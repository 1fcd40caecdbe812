# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A diameter of a turned part: best where the part is seen from the side.
      class TurnedDiameter < Diameter
        NAME = 'turned_diameter'

        def rule = :linear

        def suits(measured, frame)
          return 2 if square?(measured, frame)

          along?(measured, frame) ? 1 : 0
        end
      end
    end
  end
end
