# frozen_string_literal: true

module Nockplane
  module Drafting
    # Draws a table (PL-02, PL-03, RV-02): outline wide, rows narrow; grows up with its header at the bottom, or down
    # with it on top. A long one can go on beside itself, each part with its header.
    class TableInk
      LAYER = 'table'

      # columns: [{ "title", "width" }]; rows: [[text, ...], ...] first to last; row: row height; height: lettering; mm;
      # split: rows after which it goes on beside itself, nil for never; leftward: to the left?
      def initialize(columns, rows, row:, height:, up:, split: nil, leftward: false)
        @columns = columns
        @parts = split && rows.size > split ? rows.each_slice(split).to_a : [rows]
        @leftward = leftward
        @row = row
        @height = height
        @up = up
      end

      def width = part_width * @parts.size
      # mm with the header.
      def tall = part_tall(@parts[0])

      # Ink with the lower left corner at (x, y).
      def ink(x, y)
        order = @leftward ? @parts.reverse : @parts
        order.each_with_index.flat_map do |rows, i|
          part(rows, x + (i * part_width), @up ? y : y + tall - part_tall(rows))
        end
      end

      private

      def part_width = @columns.sum { |c| c['width'] }.to_f
      def part_tall(rows) = (rows.size + 1) * @row.to_f

      def part(rows, x, y)
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
        [outline, *lines, *texts(rows, cuts, y)].each { |i| i.layer = LAYER }
      end

      def texts(rows, cuts, y)
        all = [@columns.map { |c| c['title'] }, *rows]
        all = all.reverse unless @up
        all.each_with_index.flat_map do |row, i|
          row.each_with_index.filter_map do |text, k|
            room = cuts[k + 1] - cuts[k] - 2
            height, lines = CellText.fit(text.to_s, @height, room, @row, 'shrink')
            unless lines[0].empty?
              Ink.text(cuts[k] + 1, y + (i * @row) + ((@row - height) / 2), lines[0], height: height)
            end
          end
        end
      end
    end
  end
end
