# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A chamfer by its setback, on a leader to the bevel.
      class Chamfer < TubeRadius
        NAME = 'chamfer'
        TITLE = 'chamfer'

        def says = :chamfer
        def general = :broken_edge
        def said_radius(_measured) = nil
      end
    end
  end
end
