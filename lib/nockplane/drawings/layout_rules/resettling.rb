# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # Places single dimensions of a sheet anew, all others staying where they are, as long as that mends something.
      class Resettling
        # Most dimensions that are tried on a sheet.
        MOST = 24

        # Kind::Outcome over all sheets of a scope; faults: ->(drawing, sheet) as below.
        def self.outcome(scope, &faults)
          found = scope.sheets.map { |sheet| new(scope, ->(drawing) { faults.call(drawing, sheet) }).settled }
          cells = found.flat_map { |drawing, _| scope.changed(drawing) }
          Kind::Outcome.new(cells, found.flat_map { |_, left| left.map(&:last) })
        end

        # faults: ->(drawing) giving what is the matter, [[cell keys concerned, words], ...].
        def initialize(scope, faults)
          @scope = scope
          @faults = faults
        end

        # [Drawing after, faults left].
        def settled
          drawing = @scope.drawing
          left = @faults[drawing]
          tried = []
          while tried.size < MOST && (next_one = candidate(drawing, left, tried))
            tried << next_one.id
            after = again(drawing, next_one)
            found = @faults[after]
            drawing, left = after, found if found.size < left.size
          end
          [drawing, left]
        end

        private

        # A dimension that may be moved and that something is the matter with.
        def candidate(drawing, faults, tried)
          ids = @scope.views.map(&:id)
          faults
            .flat_map(&:first)
            .lazy
            .filter_map { |key| drawing.cells[key] }
            .find { |c| c.is_a?(Dimension) && !c.pinned && ids.include?(c.view) && !tried.include?(c.id) }
        end

        def again(drawing, dimension)
          view = drawing.view(dimension.view)
          rest = drawing.dimensions_of(view.id).reject { |d| d.id == dimension.id }
          fixed = rest.map { |d| d.dup.tap { |x| x.pinned = true } }
          placed = Tidy.new(@scope.builder(view.sheet, drawing), drawing.standard, view).placed([*fixed, dimension])
          fresh = placed.find { |d| d.id == dimension.id }
          Drawing.new(drawing.cells.merge(Cells.key(fresh) => fresh))
        end
      end
    end
  end
end
