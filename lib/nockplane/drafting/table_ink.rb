# frozen_string_literal: true

module Nockplane
  module Drafting
    # Draws a table (PL-02, PL-03, RV-02): outline wide, rows narrow; grows up with its header at the bottom, or down
    # with it on top.
    class TableInk
      LAYER = 'table'

      # columns: [{ "title", "width" }]; rows: [[text, ...], ...] first to last; row: row height; height: lettering; mm.
      def initialize(columns, rows, row:, height:, up:)
        @columns = columns
        @rows = rows
        @row = row
        @height = height
        @up = up
      end

      def width = @columns.sum { |c| c['width'] }.to_f
      # mm with the header.
      def tall = (@rows.size + 1) * @row.to_f

      # Ink with the lower left corner at (x, y).
      def ink(x, y)
        cuts = @columns.map { |c| c['width'] }.reduce([x]) { |xs, w| xs << (xs[-1] + w) }
        lines =
          (1..@rows.size).map do |i|
            Ink.line([x, y + (i * @row)], [x + width, y + (i * @row)], width: i == (@up ? 1 : @rows.size) ? 0.5 : 0.25)
          end
        lines.concat(cuts[1...-1].map { |c| Ink.line([c, y], [c, y + tall], width: 0.25) })
        outline =
          Ink::Line.new(
            points: [[x, y], [x + width, y], [x + width, y + tall], [x, y + tall]],
            width: 0.5,
            closed: true
          )
        [outline, *lines, *texts(cuts, y)].each { |i| i.layer = LAYER }
      end

      private

      def texts(cuts, y)
        all = [@columns.map { |c| c['title'] }, *@rows]
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
