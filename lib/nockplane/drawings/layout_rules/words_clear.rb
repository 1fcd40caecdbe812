# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # No words of dimensions or notes on lines, on other words, on views or outside the drawing space (LET-04).
      class WordsClear < Kind
        NAME = 'words clear'
        TITLE = 'words clear of lines and words'
        WORDED = %r{\A(dimension|note)/}

        def words(_rule, _decimal) = 'No words stand on lines or on other words'

        def run(scope)
          Resettling.outcome(scope) { |drawing, sheet| faults(scope, drawing, sheet) }
        end

        private

        def faults(scope, drawing, sheet)
          views = scope.views_of(sheet).map(&:id)
          scene = scope.builder(sheet.id, drawing).scene
          worded = Overlaps.new(drawing, sheet, scene).all.select { |o| [o.a, o.b].any? { |k| k.match?(WORDED) } }
          worded.select { |o| concerned?(drawing, o, views) }.map { |o| [[o.a, o.b], o.words] }
        end

        def concerned?(drawing, overlap, views)
          [overlap.a, overlap.b].any? do |key|
            cell = drawing.cells[key]
            cell.is_a?(Note) || (cell.is_a?(Dimension) && views.include?(cell.view))
          end
        end
      end
    end
  end
end
