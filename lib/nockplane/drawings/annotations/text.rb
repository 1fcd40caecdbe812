# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # Words on the sheet, a Note: with none, one or several leaders, items of a list, and a shape round it.
      class Text < Kind
        NAME = 'note'
        TITLE = 'note'
        # Distance of base lines by the height of the letters.
        LINES = 1.5
        # A line that begins so is an item of a list: with a dot, or with its number; its words stand in line under each
        # other.
        ITEM = /\A(?:[-*•]|(\d{1,3}[.)]))\s+(?=\S)/

        # mm of paper: from the words to where a leader begins, and its level part.
        SHELF = [1.0, 3.0].freeze
        # A line as it is drawn: [[mm to the right, text], ...].
        Line =
          Struct.new(:pieces) do
            def width(height) = pieces.map { |x, t| x + Drafting::Lettering.width(t, height) }.max.to_f
          end

        def free? = true
        def words(_standard, note) = note.text

        def anchors(note) = (note.leaders || []).flat_map { |t| t.spot[1] }

        # [Ink] of a note; places: [Pointing::Place] of its leaders. One with a leader that is lost is ochre.
        def ink(standard, note, places = [])
          tone = places.any?(&:lost) ? Drafting::Ink::OCHRE : nil
          pen = { width: standard.width('dimension'), layer: 'note', tone: tone }
          drawn = sign(standard, note, pen) || (lettered(standard, note, tone) + shape_ink(standard, note, pen))
          drawn + places.flat_map { |p| leader(standard, note, p) }
        end

        # Paper box [x0, y0, x1, y1] of a note and its shape.
        def box(standard, note)
          drawn = sign(standard, note, { width: standard.width('dimension'), layer: 'note' })
          if drawn
            return drawn.map { |i| Drafting::Ink.box(i) }.transpose.then { |a, b, c, d| [a.min, b.min, c.max, d.max] }
          end

          words = words_box(standard, note)
          shape = NoteShapes.of(note.shape)
          shape ? shape.box(words, lines(standard, note).size) : words
        end

        private

        # [Ink] that a shape draws in place of the words; nil where these are lettered.
        def sign(standard, note, pen)
          NoteShapes.of(note.shape)&.sign(note.text, [note.x, note.y], standard.note_height, **pen)
        end

        def lettered(standard, note, tone)
          height = standard.note_height
          lines(standard, note).each_with_index.flat_map do |line, i|
            y = note.y - (i * height * LINES)
            line.pieces.map { |x, t| Drafting::Ink.text(note.x + x, y, t, height: height, layer: 'note', tone: tone) }
          end
        end

        def shape_ink(standard, note, pen)
          shape = NoteShapes.of(note.shape) or return []
          shape.ink(words_box(standard, note), lines(standard, note).size, **pen)
        end

        def words_box(standard, note)
          height = standard.note_height
          lines = lines(standard, note)
          width = note.width || lines.map { |l| l.width(height) }.max.to_f
          low = note.shape ? ((lines.size - 1) * LINES * height) : ((lines.size - 0.7) * height * LINES)
          [note.x, note.y - low, note.x + width, note.y + height]
        end

        # From the nearer side of the first line, level, then to the place; of some shapes straight from them (ISO
        # 128-22: an arrow on what it touches).
        def leader(standard, note, place)
          more = { layer: 'note', tone: place.lost ? Drafting::Ink::OCHRE : nil }
          thin = { width: standard.width('dimension'), **more }
          points = [*from_words(standard, note, place), [place.x, place.y]]
          way = points[-2, 2].then { |p, q| [q[0] - p[0], q[1] - p[1]] }
          found = points.each_cons(2).map { |p, q| Drafting::Ink.line(p, q, **thin) }
          return found if Math.hypot(*way) < 0.1

          found + (NoteShapes.of(note.shape) || NoteShapes.all['box']).head(standard, points[-1], way, **thin)
        end

        # Points of a leader before its place.
        def from_words(standard, note, place)
          shape = NoteShapes.of(note.shape)
          if sign(standard, note, { width: 0.25, layer: 'note' })
            at = [note.x, note.y]
            return [shape.sign_start(at, standard.note_height, [place.x, place.y]) || at]
          end

          straight = shape&.start(words_box(standard, note), lines(standard, note).size, [place.x, place.y])
          return [straight] if straight

          x0, _, x1, = box(standard, note)
          right = place.x > (x0 + x1) / 2
          level = note.y + (standard.note_height / 2)
          start, knee = SHELF.map { |mm| [right ? x1 + mm : x0 - mm, level] }
          [shape ? [right ? x1 : x0, level] : start, knee]
        end

        # [Line]
        def lines(standard, note)
          height = standard.note_height
          note
            .text
            .split("\n", -1)
            .flat_map { |l| l.match?(ITEM) ? item(l, note.width, height) : plain(l, note.width, height) }
        end

        def plain(line, width, height)
          wrapped = width ? Drafting::Lettering.wrap(line, height, width) : [line]
          wrapped.map { |t| Line.new([[0.0, t]]) }
        end

        def item(line, width, height)
          mark = line[ITEM, 1] || '•'
          indent = [Drafting::Lettering.width("#{mark} ", height), height * 1.4].max
          rest = line.sub(ITEM, '')
          wrapped = width && width > indent + height ? Drafting::Lettering.wrap(rest, height, width - indent) : [rest]
          wrapped.each_with_index.map { |t, i| Line.new([*([[0.0, mark]] if i.zero?), [indent, t]]) }
        end
      end
    end
  end
end
