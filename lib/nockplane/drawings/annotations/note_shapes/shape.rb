# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # What every shape round a note answers. box: that of the words, [x0, y0, x1, y1], mm of paper; pen: width,
        # layer and tone of its lines.
        class Shape
          # mm kept between words and shape.
          ROOM = 1.2

          def name = self.class::NAME
          # "a flag (flagged note)"
          def title = self.class::TITLE

          # Sentence about a text that it can't hold, nil when it can.
          def problem(_text) = nil

          # [Ink] of it. lines: of words.
          def ink(box, lines, **pen) = draw(box, lines, pen)

          # Paper box of words and shape.
          def box(words, lines)
            found = draw(words, lines, {}).map { |i| Drafting::Ink.box(i) } + [words]
            found.transpose.then { |a, b, c, d| [a.min, b.min, c.max, d.max] }
          end

          # [Ink] that stands in place of the words; nil where these are lettered. at: [x, y] of the note.
          def sign(_text, _at, _height, **_pen) = nil

          # Where a leader begins of one that stands in place of the words; nil for at the note's place.
          def sign_start(_at, _height, _place) = nil

          # Where a leader to a place begins; nil for level beside it.
          def start(_box, _lines, _place) = nil

          # [Ink] of what a leader ends with. way: direction it comes in.
          def head(standard, place, way, **pen)
            [Drafting::Arrowhead.ink(standard, place, way, **pen.slice(:layer, :tone))]
          end

          def draw(_box, _lines, _pen) = raise(NotImplementedError)

          private

          def grown((x0, y0, x1, y1)) = [x0 - ROOM, y0 - ROOM, x1 + ROOM, y1 + ROOM]
          def closed(points, pen) = Drafting::Ink::Line.new(points: points, closed: true, **pen)
          def path(points, pen) = Drafting::Ink::Line.new(points: points, **pen)

          def round(centre, radius, pen)
            whole = { rotation: 0.0, from: 0.0, to: 2 * Math::PI }
            Drafting::Ink::Arc.new(centre: centre, rx: radius, ry: radius, **whole, **pen)
          end

          def middle((x0, y0, x1, y1)) = [(x0 + x1) / 2, (y0 + y1) / 2]
          def few(text, most) = text.length > most ? "a #{name} holds at most #{most} letters" : nil
        end
      end
    end
  end
end
