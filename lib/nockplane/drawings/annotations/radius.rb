# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A radius, on a leader to the arc (DIM-16).
      class Radius < Size
        NAME = 'radius'
        TITLE = 'radius'

        def rule = :arcs

        def suits(measured, frame) = along?(measured, frame) ? 2 : 0
        def place_type(_measured, _frame) = Leader
        def says = :round
        # (ISO 2768-1 limits outside radii only, as broken edges; whether this is one is not known here.)
        def general = nil
        def said_radius(measured) = measured.value
        def on_arcs? = true
        def own_arc_only? = true
        def circle_radius(measured) = measured.value
      end
    end
  end
end
