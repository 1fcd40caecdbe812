# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # Words on the sheet, a Note.
      class Text < Kind
        NAME = 'note'
        TITLE = 'note'
        # Distance of base lines by the height of the letters.
        LINES = 1.5

        def free? = true
        def words(_standard, note) = note.text

        # mm of paper: from the words to where a leader begins, and its level part.
        SHELF = [1.0, 3.0].freeze

        def anchors(note) = (note.leaders || []).flat_map { |t| t.spot[1] }

        # [Ink] of a note; places: [Pointing::Place] of its leaders. One with a leader that is lost is ochre.
        def ink(standard, note, places = [])
          height = standard.note_height
          tone = places.any?(&:lost) ? Drafting::Ink::OCHRE : nil
          words =
            lines(standard, note).each_with_index.map do |line, i|
              Drafting::Ink.text(note.x, note.y - (i * height * LINES), line, height: height, layer: 'note', tone: tone)
            end
          words + places.flat_map { |p| leader(standard, note, p) }
        end

        # Paper box [x0, y0, x1, y1] of a note.
        def box(standard, note)
          height = standard.note_height
          lines = lines(standard, note)
          width = note.width || lines.map { |l| Drafting::Lettering.width(l, height) }.max.to_f
          [note.x, note.y - ((lines.size - 0.7) * height * LINES), note.x + width, note.y + height]
        end

        private

        # From the nearer side of the first line, level, then to the place (ISO 128-22: an arrow on what it touches).
        def leader(standard, note, place)
          x0, _, x1, = box(standard, note)
          right = place.x > (x0 + x1) / 2
          level = note.y + (standard.note_height / 2)
          start, knee = SHELF.map { |mm| [right ? x1 + mm : x0 - mm, level] }
          way = [place.x - knee[0], place.y - knee[1]]
          more = { layer: 'note', tone: place.lost ? Drafting::Ink::OCHRE : nil }
          thin = { width: standard.width('dimension'), **more }
          found = [Drafting::Ink.line(start, knee, **thin), Drafting::Ink.line(knee, [place.x, place.y], **thin)]
          return found if Math.hypot(*way) < 0.1

          found << Drafting::Arrowhead.ink(standard, [place.x, place.y], way, **more)
        end

        def lines(standard, note)
          note
            .text
            .split("\n", -1)
            .flat_map { |l| note.width ? Drafting::Lettering.wrap(l, standard.note_height, note.width) : [l] }
        end
      end
    end
  end
end
