# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # The diameter of the circle that holes stand on; no edge shows it.
      class PitchCircle < Radius
        NAME = 'pitch_circle'
        TITLE = 'pitch circle'

        def rule = :holes
        def says = :pitch_circle
        def on_arcs? = false
        def circle_radius(measured) = measured.value / 2
      end
    end
  end
end
