# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A cross at the middle of what is round, set by hand (LIN-06).
      class CentreMark < Centred
        NAME = 'centre_mark'
        TITLE = 'centre mark'

        def suits(measured, frame) = frame.along?(measured.axis) ? 2 : 0

        def chains(drawn, past)
          x, y = drawn.at.point(drawn.snapshot.centre)
          reach = (drawn.snapshot.value * drawn.at.scale) + past
          [chain(drawn, [x - reach, y], [x + reach, y]), chain(drawn, [x, y - reach], [x, y + reach])]
        end
      end
    end
  end
end
