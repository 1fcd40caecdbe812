# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The holes that a view shows from above: letter, place from an origin, and size (DIM-30, DIM-43).
      class HoleList < Kind
        NAME = 'holes'
        TITLE = 'hole table'
        FIELDS = %w[label x y size].freeze
        COLUMNS = [['label', 'Hole', 14], ['x', 'X', 20], ['y', 'Y', 20], ['size', 'Size', 42]].freeze

        def for_view? = true

        def listing(drawing, table, shown) = Holes.new(drawing, table, shown)
      end
    end
  end
end
