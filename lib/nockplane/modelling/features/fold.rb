# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # Bends up again what an unfold laid flat, with all that was cut since; what was cut across bends goes round them.
      class Fold < SheetFeature
        attr_reader :stock, :replacement, :dimensions, :taken

        def tools = []

        private

        def read
          @f.only(*COMMON)
          before = stock_before
          @f.fault('type', "nothing is unfolded here; put a feature of type 'unfold' before it") unless before.unfolded
          sheet = before.sheet(before.unfolded)
          @replacement = SheetMetal::Folding.new(@body, sheet, refine: @refine).solid
          @taken = @earlier.keys.drop(@earlier.keys.rindex { |id| @earlier[id].stock&.unfolded })
          moves = Moved.new(sheet)
          found = @taken.flat_map { |id| @earlier[id].dimensions }
          kept, laid = found.partition { |d| moves.whole?(d) }
          @dimensions = kept.map { |d| moves.folded(d) }
          @stock = before.with(unfolded: nil, laid: [*before.laid, *laid])
        end

        # Dimensions carried from the flat to where the sheet stands.
        class Moved
          def initialize(sheet)
            @sheet = sheet
          end

          # Does a dimension lie in one wall, so that it is as long where that stands?
          def whole?(dimension)
            nodes = [dimension.from, dimension.to].map { |p| SheetMetal::Folding.node_at(@sheet, p) }
            nodes.uniq(&:index).size == 1 && !nodes[0].bend?
          end

          def folded(dimension)
            node = SheetMetal::Folding.node_at(@sheet, dimension.from)
            dimension.dup.tap do |d|
              d.from, d.to, d.centre = [d.from, d.to, d.centre].map { |p| p && node.place.folded(p) }
              d.axis = d.axis && node.place.raised(d.axis)
            end
          end
        end
      end
    end
  end
end
