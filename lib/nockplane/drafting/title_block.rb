# frozen_string_literal: true

module Nockplane
  module Drafting
    # Draws a title block (TB-05: outline 0.7, inner lines 0.35) from its grid and the words of its cells.
    class TitleBlock
      LAYER = 'title block'
      CAPTION = 1.8
      PAD = 1.2

      # grid: BlockGrid; at: [x, y] of its lower left corner; words: { cell id => String }; pictures: { id => Picture }.
      def initialize(standard, grid, at, words, pictures = {})
        @standard = standard
        @grid = grid
        @x, @y = at
        @words = words
        @pictures = pictures
      end

      # Ink of the outline.
      def outline
        marked(
          [Ink::Line.new(points: corners([@x, @y, @x + @grid.width, @y + @grid.height]), width: 0.7, closed: true)]
        )
      end

      # Paper box of a cell.
      def box(cell) = @grid.box(cell).then { |x0, y0, x1, y1| [@x + x0, @y + y0, @x + x1, @y + y1] }

      # Ink of one cell.
      def cell(cell)
        b = box(cell)
        found = [Ink::Line.new(points: corners(b), width: 0.35, closed: true)]
        if cell['caption'] && !cell['caption'].empty?
          found << Ink.text(
            b[0] + PAD,
            b[3] - 2.6,
            Lettering.fit(cell['caption'], CAPTION, b[2] - b[0] - (2 * PAD)),
            height: CAPTION
          )
        end

        marked(found + content(cell, b))
      end

      def ink = outline + @grid.cells.flat_map { |c| cell(c) }

      private

      def marked(items) = items.each { |i| i.layer = LAYER }
      def corners(box) = [[box[0], box[1]], [box[2], box[1]], [box[2], box[3]], [box[0], box[3]]]

      def content(cell, box)
        if cell['symbol'] == 'projection'
          return ProjectionSymbol.ink(
            @standard,
            (box[0] + box[2]) / 2,
            ((box[1] + box[3]) / 2) - (cell['caption'] ? 1 : 0)
          )
        end

        return picture(@pictures[cell['picture']], box) if cell['picture']

        lettering(cell, @words[cell['id']].to_s, box)
      end

      # As large as fits with 1 mm round it, in the middle.
      def picture(picture, box)
        return [] unless picture

        room = [box[2] - box[0] - 2, box[3] - box[1] - 2]
        k = [room[0] / picture.width, room[1] / picture.height].min
        w, h = picture.width * k, picture.height * k
        [
          Ink::Picture.new(
            x: ((box[0] + box[2]) / 2) - (w / 2),
            y: ((box[1] + box[3]) / 2) - (h / 2),
            width: w,
            height: h,
            kind: picture.kind,
            data: picture.data
          )
        ]
      end

      def lettering(cell, string, box)
        return [] if string.empty?

        room = box[2] - box[0] - (2 * PAD)
        high = box[3] - box[1] - (cell['caption'].to_s.empty? ? 1.0 : 3.0)
        height, lines = CellText.fit(string, cell['height'] || 3.5, room, high, cell['rule'] || 'shrink')
        top = box[1] + (((high + (CellText.block(height, lines.size) - (2 * height))) / 2)).clamp(0.8, nil) + 0.3
        lines.each_with_index.map do |line, i|
          at(cell['align'], box, line, height, top - (i * height * CellText::PITCH))
        end
      end

      def at(align, box, line, height, y)
        x, anchor =
          { 'right' => [box[2] - PAD, :end], 'centre' => [(box[0] + box[2]) / 2, :middle] }.fetch(
            align,
            [box[0] + PAD, :start]
          )
        Ink.text(x, y, line, height: height, anchor: anchor)
      end
    end
  end
end
