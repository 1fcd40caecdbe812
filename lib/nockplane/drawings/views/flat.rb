# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # The flat pattern of a sheet-metal part.
      class Flat < Kind
        NAME = 'flat'
        WORDS = 'flat pattern'

        def size = [120.0, 70.0]
        def title = 'Flat pattern'
        def why_empty(_berth, filling) = "#{filling.model.name} has no flat pattern: it is not a sheet-metal part"
      end
    end
  end
end
