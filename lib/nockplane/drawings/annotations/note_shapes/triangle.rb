# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # The triangle of a revision mark, level below, its point upwards, with the index inside.
        class Triangle < Shape
          NAME = 'triangle'
          TITLE = 'a triangle (revision mark)'
          FEW = 4

          def problem(text) = few(text, FEW)

          def draw(box, _lines, pen)
            x0, y0, x1, y1 = grown(box)
            half = ((x1 - x0) / 2) + ((y1 - y0) / Math.sqrt(3))
            middle = (x0 + x1) / 2
            [closed([[middle - half, y0], [middle + half, y0], [middle, y0 + (half * Math.sqrt(3))]], pen)]
          end
        end
      end
    end
  end
end
