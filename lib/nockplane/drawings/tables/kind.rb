# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # What every kind of table answers. Kinds hold nothing: they are asked about a Table.
      class Kind
        # What a kind needs to know to fill its rows: the Drawing, the Sheet, the Modelling::Model that the title block
        # shows (nil in a template) and the Products::Source.
        Context = Struct.new(:drawing, :sheet, :model, :source)

        def name = self.class::NAME
        # What a person calls it: "parts list".
        def title = self.class::TITLE
        # Names of what its columns may show, and the columns of a new one: [[field, title, mm], ...].
        def fields = self.class::FIELDS
        def columns = self.class::COLUMNS

        # Of a new one: corner, way it grows, rows that a template keeps free.
        def corner = 'upper right'
        def grows = 'down'
        def room = 2

        # Can one be put on any sheet, or only for a view?
        def for_view? = false

        # Does its view draw the numbers of what it lists itself?
        def marked_by_view? = false

        # Listing of what it lists of a view; nil of one that lists none.
        def listing(_drawing, _table, _shown) = nil

        # [{ field => text }], the first row first. context: Context.
        def rows(table, context)
          view = context.drawing.view(table.view) or return []
          found = listing(context.drawing, table, ShownModel.of(context.source, context.drawing, view))
          found.all.map { |entry| entry.row.merge('label' => entry.label) }
        end
      end
    end
  end
end
