# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # A datum target (ISO 5459; standards.md DAT-07): a circle parted by a level line, the size of the target above,
        # its letter and number below; its leader ends with a cross on the place.
        class Target < Shape
          NAME = 'target'
          TITLE = 'a datum target (A1, or its size over A1)'
          WORDS = /\A(?:([⌀□]?\d{1,4}(?:[.,]\d{1,2})?)\n)?[A-HJ-NPR-WYZ]\d{1,2}\z/
          # Half of the cross's arms, mm.
          CROSS = 1.5

          def problem(text)
            unless text.match?(WORDS)
              'a datum target is said by letter and number (A1), with its size in a line above (⌀6)'
            end
          end

          def draw(box, lines, pen)
            x, y = centre(box, lines)
            r = radius(box, lines)
            [round([x, y], r, pen), path([[x - r, y], [x + r, y]], pen)]
          end

          # From the circle's side towards the place.
          def start(box, lines, place)
            x, y = centre(box, lines)
            l = Math.hypot(place[0] - x, place[1] - y)
            r = radius(box, lines)
            l < 1e-6 ? [x + r, y] : [x + ((place[0] - x) / l * r), y + ((place[1] - y) / l * r)]
          end

          def head(_standard, place, _way, **pen)
            x, y = place
            [1, -1].map { |s| path([[x - CROSS, y - (s * CROSS)], [x + CROSS, y + (s * CROSS)]], pen) }
          end

          private

          # On the parting line: between two lines of words, or above the only one.
          def centre(box, lines) = [middle(box)[0], lines > 1 ? middle(box)[1] : box[3] + ROOM]

          # Holds the words' corners farthest from its middle.
          def radius(box, lines)
            _, y = centre(box, lines)
            Math.hypot((box[2] - box[0]) / 2, y - box[1]) + ROOM
          end
        end
      end
    end
  end
end
