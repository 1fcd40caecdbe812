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

        def rows(table, context)
          view = context.drawing.view(table.view) or return []

          shown = ShownModel.of(context.source, context.drawing, view)
          Holes.new(context.drawing, table, shown).all.map { |h| h.row.merge('label' => h.label) }
        end
      end
    end
  end
end
