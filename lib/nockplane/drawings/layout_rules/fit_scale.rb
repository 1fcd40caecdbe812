# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # The sheet's scale: the largest preferred one (SCL-02) at which views and their annotations stand clear, taken
      # when they do not any more, or always.
      class FitScale < Kind
        NAME = 'scale'
        TITLE = 'scale of the sheet'
        # taken: one of TAKEN.
        Own = Struct.new(:taken, keyword_init: true)
        TAKEN = ['when it does not fit', 'always'].freeze

        def own_type = Own
        def fresh = Own.new(taken: TAKEN[0])
        def fields = [Field.new(:taken, 'Taken', TAKEN)]
        def for_sheets? = true
        def rescales? = true

        def words(rule, _decimal)
          always = 'The sheet has the largest preferred scale at which everything fits'
          return always if rule.own.taken == 'always'

          'The sheet keeps its scale while everything fits; else it takes the largest preferred one at which it does'
        end

        def run(scope)
          after = scope.sheets.reduce(scope.drawing) { |drawing, sheet| fitted(scope, drawing, sheet) }
          Outcome.new(scope.changed(after), [])
        end

        def left(scope)
          found = scope.sheets.flat_map { |s| crowding(scope, scope.drawing, s).words.first(3) }
          found.map { |w| "no scale was found at which everything fits: #{w}" }
        end

        private

        def crowding(scope, drawing, sheet) = Crowding.new(scope.builder(sheet.id, drawing), drawing, sheet)

        def fitted(scope, drawing, sheet)
          return drawing if drawing.views_on(sheet.id).empty?
          return capped(scope, drawing, sheet) if scope.cap
          return drawing if scope.own.taken != 'always' && crowding(scope, drawing, sheet).none?

          again = Relaying.new(scope.source).best(drawing, [sheet.id])
          largest = again.sheet(sheet.id).scale > drawing.sheet(sheet.id).scale
          largest || crowding(scope, drawing, sheet).words.any? ? again : drawing
        end

        def capped(scope, drawing, sheet)
          return drawing if sheet.scale <= scope.cap

          Relaying.new(scope.source, fixed: scope.cap).laid_out(drawing, [sheet.id]) || drawing
        end
      end
    end
  end
end
