# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The parts of an assembly (ISO 7573, PL-01).
      class PartsList < Kind
        NAME = 'parts list'
        TITLE = 'parts list'
        FIELDS = %w[item quantity number name material mass remarks unit].freeze
        COLUMNS = [
          ['item', 'Item', 12],
          ['quantity', 'Qty', 12],
          ['name', 'Description', 62],
          ['number', 'Number', 40],
          ['material', 'Material', 34],
          ['remarks', 'Remarks', 20]
        ].freeze

        def corner = 'title block'
        def grows = 'up'
        def room = 12
        def rows(_table, context) = context.model ? Products::PartsList.of(context.model) : []
      end
    end
  end
end
