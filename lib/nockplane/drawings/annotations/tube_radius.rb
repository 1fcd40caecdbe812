# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # The radius of a round that runs about an axis, or of a bent tube.
      class TubeRadius < Size
        NAME = 'tube_radius'
        TITLE = 'radius'

        def rule = :arcs

        def suits(measured, frame)
          return 2 if square?(measured, frame)

          along?(measured, frame) ? 1 : 0
        end

        def place_type(_measured, _frame) = Leader
        def says = :round
        def general = nil
        def said_radius(measured) = measured.value
      end
    end
  end
end
