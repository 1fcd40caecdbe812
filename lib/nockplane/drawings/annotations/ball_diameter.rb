# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # The diameter of a ball of which there is more than half: "S⌀" on a leader, a circle whatever way one looks;
      # better from the side, where what it stands on shows.
      class BallDiameter < Diameter
        NAME = 'ball_diameter'
        TITLE = 'diameter of a ball'

        def suits(measured, frame) = flat?(measured, frame) ? 2 : 1
        def place_type(_measured, _frame) = Leader
        def circle?(_measured, _frame) = true
      end
    end
  end
end
