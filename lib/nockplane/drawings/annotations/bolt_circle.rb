# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A circle through the centres of holes, set by hand (LIN-06).
      class BoltCircle < Centred
        NAME = 'bolt_circle'
        TITLE = 'bolt circle'

        def suits(measured, frame) = frame.along?(measured.axis) ? 2 : 0

        def chains(drawn, _past)
          radius = drawn.snapshot.value * drawn.at.scale
          dash = drawn.standard.dash(Drafting::CentreLines::LAYER, 2 * Math::PI * radius)
          [Drafting::Ink.circle(drawn.at.point(drawn.snapshot.centre), radius, dash: dash, **pen(drawn))]
        end
      end
    end
  end
end
