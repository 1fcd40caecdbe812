# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # A box.
        class Box < Shape
          NAME = 'box'
          TITLE = 'a box'

          def draw(box, _lines, pen)
            x0, y0, x1, y1 = grown(box)
            [closed([[x0, y0], [x1, y0], [x1, y1], [x0, y1]], pen)]
          end
        end
      end
    end
  end
end
