# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # A circle.
        class Circle < Shape
          NAME = 'circle'
          TITLE = 'a circle'
          FEW = 4

          def problem(text) = few(text, FEW)

          def draw(box, _lines, pen)
            x0, y0, x1, y1 = box
            [round(middle(box), (Math.hypot(x1 - x0, y1 - y0) / 2) + (ROOM / 2), pen)]
          end
        end
      end
    end
  end
end
