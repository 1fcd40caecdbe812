# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # An item reference over a line (ISO 6433).
        class Underlined < Balloon
          NAME = 'underlined'
          TITLE = 'an item reference over a line'

          private

          def ring(centre, height, pen)
            half = Balloon.radius(height)
            y = centre[1] - (height * NUMERALS * 0.8)
            path([[centre[0] - half, y], [centre[0] + half, y]], pen)
          end

          public

          # From the end of its line that is nearer.
          def sign_start(at, height, place)
            half = Balloon.radius(height)
            [at[0] + (place[0] < at[0] ? -half : half), at[1] - (height * NUMERALS * 0.8)]
          end
        end
      end
    end
  end
end
