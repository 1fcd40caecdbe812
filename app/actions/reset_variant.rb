# frozen_string_literal: true

module App
  module Actions
    # Takes back what a variant has of its own on a series drawing: of one thing (cell key), or all.
    class ResetVariant
      def self.call(sheet, key, author: Acting.now)
        EditDrawing.call(sheet.drawing, base: nil, author: author) { sheet.series.reset(sheet.variant, key) }
      end
    end
  end
end
