# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A distance along a given direction (the axis of what was measured) between two places that need not lie along
      # it: level, upright, or square to something.
      class Across < Linear
        NAME = 'across'

        def suits(measured, frame) = square?(measured, frame) ? 2 : 0
        def direction(measured) = measured.axis
        def corner_feet? = false
      end
    end
  end
end
