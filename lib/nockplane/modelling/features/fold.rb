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
          @stock = before.with(unfolded: nil)
          @taken = @earlier.keys.drop(@earlier.keys.rindex { |id| @earlier[id].stock&.unfolded })
          moves = Moved.new(sheet)
          @dimensions = @taken.flat_map { |id| @earlier[id].dimensions }.map { |d| moves.folded(d) }
        end

        # Dimensions carried from the flat to where the sheet stands.
        class Moved
          def initialize(sheet)
            @sheet = sheet
          end

          def folded(dimension)
            node = SheetMetal::Folding.node_at(@sheet, dimension.from)
            dimension.dup.tap do |d|
              d.from, d.to, d.centre = [d.from, d.to, d.centre].map { |p| p && place(p, node) }
              d.axis = d.axis && turned(d.axis, dimension.from, node)
            end
          end

          private

          def place(point, node)
            own = SheetMetal::Folding.node_at(@sheet, point)
            (own.bend? ? own : node).place.folded(point)
          end

          # A direction at a point, as it goes there.
          def turned(direction, at, node)
            ahead = Geometry::Vec.along(at, direction, 1e-3)
            Geometry::Vec.unit(Geometry::Vec.sub(node.place.folded(ahead), node.place.folded(at)))
          end
        end
      end
    end
  end
end
