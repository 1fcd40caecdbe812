# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # A flag: refers to a line of the general notes by its number.
        class Flag < Shape
          NAME = 'flag'
          TITLE = 'a flag (flagged note)'

          def draw(box, _lines, pen)
            x0, y0, x1, y1 = grown(box)
            [closed([[x0, y0], [x1, y0], [x1 + ((y1 - y0) / 2), (y0 + y1) / 2], [x1, y1], [x0, y1]], pen)]
          end
        end
      end
    end
  end
end
