# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A view folded out of another in one of four directions, aligned with it (PRJ-02).
      class Projected < Kind
        NAME = 'projected'
        WORDS = 'projected view'

        def hangs? = true
        def folded? = true
        def orientation = nil
      end
    end
  end
end
