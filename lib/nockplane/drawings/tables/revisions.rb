# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # What changed in the drawing's revisions (RV-01, RV-02).
      class Revisions < Kind
        NAME = 'revisions'
        TITLE = 'revision table'
        FIELDS = %w[index zone description date by].freeze
        COLUMNS = [
          ['index', 'Rev.', 12],
          ['zone', 'Zone', 14],
          ['description', 'Description', 78],
          ['date', 'Date', 26],
          ['by', 'By', 30]
        ].freeze

        def rows(_table, context) = context.drawing.meta.history
      end
    end
  end
end
