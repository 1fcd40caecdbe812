# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # The state of an edge (ISO 13715): an open corner whose vertex the leader comes from, with the size beside it:
        # + burr or passing, - undercut, ± both.
        class EdgeSign < Shape
          NAME = 'edge'
          TITLE = 'the sign of an edge (ISO 13715)'
          SIZE = %r{\A[+±-]\s?\d{1,2}([.,]\d{1,3})?(\s?/\s?[+±-]\s?\d{1,2}([.,]\d{1,3})?)?\z}
          # Legs by the height of the letters, and mm between the upright one and the words.
          LEG = 1.6
          OFF = 1.5

          def problem(text)
            'an edge is said by a size with its sign, such as -0,2, +0,3 or ±0,1' unless text.match?(SIZE)
          end

          def draw(box, _lines, pen)
            x, y = vertex(box)
            leg = (box[3] - box[1]) * LEG
            [path([[x, y + leg], [x, y], [x + leg, y]], pen)]
          end

          def start(box, _lines, _place) = vertex(box)

          private

          def vertex(box) = [box[0] - OFF, box[1] - ROOM]
        end
      end
    end
  end
end
