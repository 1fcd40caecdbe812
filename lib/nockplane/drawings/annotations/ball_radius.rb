# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # The radius of a ball of which there is no more than half, a dome: "SR" on a leader, seen from its side.
      class BallRadius < Radius
        NAME = 'ball_radius'
        TITLE = 'radius of a ball'

        def suits(measured, frame) = flat?(measured, frame) ? 2 : 0
        def circle?(_measured, _frame) = true
      end
    end
  end
end
