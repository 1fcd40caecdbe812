# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # The length along an arc: its sign before the value, on a line that runs along the arc (DIM-22).
      class ArcLength < Size
        NAME = 'arc_length'
        TITLE = 'arc length'

        def rule = :arcs
        def suits(measured, frame) = along?(measured, frame) ? 2 : 0
        def place_type(_measured, _frame) = AlongArc
        def corner_feet? = false

        def circle_radius(measured) = Geometry::Vec.distance(measured.from, measured.centre)
      end
    end
  end
end
