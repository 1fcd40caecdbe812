# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # Views with their annotations stand clear of each other, of title blocks and tables, and inside the frame.
      class KeepClear < Kind
        NAME = 'clear'
        TITLE = 'views clear of each other, title block and tables'
        # gap: mm kept free between.
        Own = Struct.new(:gap, keyword_init: true)

        def own_type = Own
        def fresh = Own.new(gap: 0.0)
        def fields = [Field.new(:gap, 'Free between, mm', :mm, 0.0, 100.0)]
        def for_sheets? = true

        def words(rule, decimal)
          gap = rule.own.gap.to_f
          far = gap.positive? ? " by #{mm(gap, decimal)}" : ''
          "Views stand clear of each other, of the title block and of tables#{far}"
        end

        def run(scope)
          Outcome.new(scope.sheets.flat_map { |sheet| cleared(scope, sheet) }, [])
        end

        def left(scope)
          scope.sheets.flat_map do |sheet|
            scale = Drafting::Scale.text(sheet.scale, scope.standard.decimal)
            crowding(scope, scope.drawing, sheet).words.first(3).map { |w| "#{w}; at #{scale} they have no more room" }
          end
        end

        private

        # Cells of the sheet laid out again, where that helps.
        def cleared(scope, sheet)
          before = crowding(scope, scope.drawing, sheet)
          return [] if before.none?

          after = Relaying.new(scope.source, fixed: sheet.scale).laid_out(scope.drawing, [sheet.id])
          better = after && crowding(scope, after, sheet).words.size < before.words.size
          better ? scope.changed(after) : []
        end

        def crowding(scope, drawing, sheet)
          Crowding.new(scope.builder(sheet.id, drawing), drawing, sheet, scope.own.gap.to_f)
        end
      end
    end
  end
end
