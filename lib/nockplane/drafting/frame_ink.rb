# frozen_string_literal: true

module Nockplane
  module Drafting
    # Tolerance frames of one row or two (ISO 1101; a composite one has its symbol once for both), and datum letters in
    # their box (ISO 5459), at the end of a leader.
    class FrameInk
      # Rows of cells of a frame's words, "⌖|⌀0.2|A|B".
      def self.rows(words) = words.split(Tolerancing::Frame::ROWS).map { |row| row.split('|') }

      def initialize(standard, layer:, tone: nil)
        @standard = standard
        @pen = { width: standard.width(layer), layer: layer, tone: tone }
      end

      # mm of paper of a row.
      def height = @standard.text_height * 2

      # [Ink] of rows of cells [[text, ...], ...] beside knee, level with the middle of the first row: to the right of
      # it or to the left. What the rows after the first have in their first cell is that of the first. count: of
      # features that it is said of, above it where they are several (FCF-21).
      def ink(knee, right, rows, count: 1)
        head = width(rows[0][0])
        tails = rows.map { |cells| cells.drop(1).map { |c| width(c) } }
        x = right ? knee[0] : knee[0] - head - tails.map(&:sum).max
        top = knee[1] + (height / 2)
        tall = rows.size * height
        first = rows.size == 1 ? [] : [box(x, top, head, tall)]
        [
          *first,
          *counted(x, top, count),
          *cell(x, head, top - (tall / 2), rows[0][0]),
          *rows.each_with_index.flat_map do |cells, i|
            row(x, head, top - (i * height), cells, tails[i], rows.size == 1)
          end
        ]
      end

      private

      # mm from the frame to the count above it.
      ABOVE = 0.8

      def counted(x, top, count)
        return [] unless count.to_i > 1

        [Ink.text(x, top + ABOVE, "#{count}#{@standard.times}", height: @standard.text_height, **@pen.except(:width))]
      end

      def width(text) = [Lettering.width(text, @standard.text_height) + @standard.text_height, height].max

      def box(x, top, wide, tall)
        points = [[x, top - tall], [x + wide, top - tall], [x + wide, top], [x, top]]
        Ink::Line.new(points: points, closed: true, **@pen)
      end

      # A row behind the symbol's cell; whole: with that cell in its outline.
      def row(x, head, top, cells, tails, whole)
        start = x + head
        outline = whole ? box(x, top, head + tails.sum, height) : box(start, top, tails.sum, height)
        cuts = tails[0...-1].reduce([start]) { |xs, w| xs << (xs[-1] + w) }
        cuts = cuts.drop(1) unless whole && tails.any?
        lines = cuts.map { |c| Ink.line([c, top - height], [c, top], **@pen) }
        places = tails.each_index.map { |i| start + tails.first(i).sum }
        texts = places.zip(tails, cells.drop(1)).flat_map { |at, wide, text| cell(at, wide, top - (height / 2), text) }
        [outline, *lines, *texts]
      end

      def cell(x, wide, level, text)
        Circled.ink(x + (wide / 2), level - (height / 4), text, height: @standard.text_height, **@pen)
      end
    end
  end
end
