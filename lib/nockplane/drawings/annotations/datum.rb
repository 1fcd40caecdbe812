# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A datum letter in its box on a filled triangle, square to the face (ISO 5459).
      class Datum < ToleranceFrame
        NAME = 'datum'
        TITLE = 'datum'

        # (A letter asks for nothing that could be measured.)
        def inspected? = false
        def edge_turns = [0]
        def called(id, _faces) = "datum #{id[/[^.]+\z/]}"

        private

        def boxed? = true
      end
    end
  end
end
