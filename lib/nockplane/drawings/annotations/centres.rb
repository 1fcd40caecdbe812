# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # The distance of two axes; best where they are seen end-on.
      class Centres < Linear
        NAME = 'centres'

        def suits(measured, frame)
          return 0 unless flat?(measured, frame)

          along?(measured, frame) ? 2 : 1
        end
      end
    end
  end
end
