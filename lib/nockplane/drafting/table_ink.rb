# frozen_string_literal: true

module Nockplane
  module Drafting
    # Draws a table (PL-02, PL-03, RV-02): outline wide, rows narrow; grows up with its header at the bottom, or down
    # with it on top. A long one can go on beside itself, each part with its header.
    class TableInk
      LAYER = 'table'

      # columns: [{ "title", "width", "align" }]; rows: [[text, ...], ...] first to last; row: row height; height:
      # lettering; mm; split: rows after which it goes on beside itself, nil for never; leftward: to the left?; marked:
      # [[row, column], ...] of cells whose words were typed over: they are underlined.
      def initialize(columns, rows, row:, height:, up:, split: nil, leftward: false, marked: [])
        @columns = columns
        @parts = split && rows.size > split ? rows.each_slice(split).to_a : [rows]
        @leftward = leftward
        @marked = marked
        @row = row
        @height = height
        @up = up
      end

      def width = part_width * @parts.size
      # mm with the header.
      def tall = part_tall(@parts[0])

      # Ink with the lower left corner at (x, y).
      def ink(x, y)
        order = @parts.each_with_index.to_a
        order.reverse! if @leftward
        order.each_with_index.flat_map do |(rows, nth), i|
          part(rows, nth * @parts[0].size, x + (i * part_width), @up ? y : y + tall - part_tall(rows))
        end
      end

      private

      def part_width = @columns.sum { |c| c['width'] }.to_f
      def part_tall(rows) = (rows.size + 1) * @row.to_f

      # first: number of its first row among all.
      def part(rows, first, x, y)
        tall = part_tall(rows)
        width = part_width
        cuts = @columns.map { |c| c['width'] }.reduce([x]) { |xs, w| xs << (xs[-1] + w) }
        lines =
          (1..rows.size).map do |i|
            Ink.line([x, y + (i * @row)], [x + width, y + (i * @row)], width: i == (@up ? 1 : rows.size) ? 0.5 : 0.25)
          end
        lines.concat(cuts[1...-1].map { |c| Ink.line([c, y], [c, y + tall], width: 0.25) })
        outline =
          Ink::Line.new(
            points: [[x, y], [x + width, y], [x + width, y + tall], [x, y + tall]],
            width: 0.5,
            closed: true
          )
        [outline, *lines, *texts(rows, first, cuts, y)].each { |i| i.layer = LAYER }
      end

      def texts(rows, first, cuts, y)
        all = [[@columns.map { |c| c['title'] }, nil], *rows.each_with_index.map { |row, i| [row, first + i] }]
        all = all.reverse unless @up
        all.each_with_index.flat_map do |(row, number), i|
          row.each_with_index.flat_map do |text, k|
            cell(text.to_s, k, cuts[k], y + (i * @row), marked: @marked.include?([number, k]))
          end
        end
      end

      # Words of a cell, underlined where they were typed over.
      def cell(text, column, x, y, marked:)
        room = @columns[column]['width'] - 2
        height, lines = CellText.fit(text, @height, room, @row, 'shrink')
        return [] if lines[0].empty?

        foot = y + ((@row - height) / 2)
        long = Lettering.width(lines[0], height)
        left = x + 1 + ((room - long) * SHARES.fetch(@columns[column]['align'], 0.0))
        words = Ink.text(left, foot, lines[0], height: height)
        return [words] unless marked

        [words, Ink.line([left, foot - UNDER], [left + long, foot - UNDER], width: 0.25)]
      end

      # Part of the room left over that stands before the words.
      SHARES = { 'centre' => 0.5, 'right' => 1.0 }.freeze
      # mm from the foot of the words to the line under those typed over.
      UNDER = 0.7
    end
  end
end
