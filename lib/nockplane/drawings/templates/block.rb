# frozen_string_literal: true

module Nockplane
  module Drawings
    # A title block on a sheet: corner of the frame it stands in (Drafting::Corner), dx, dy: mm inwards from it;
    # columns: widths and
    # rows: heights from the top, mm; cells: plain hashes (Drafting::BlockGrid).
    Block = Struct.new(:id, :sheet, :corner, :dx, :dy, :columns, :rows, :cells, :layer, keyword_init: true) do
      def width = columns.sum.to_f
      def height = rows.sum.to_f
      def grid = Drafting::BlockGrid.new(columns, rows, cells)
      # [x0, y0, x1, y1] within a frame.
      def box(frame) = Drafting::Corner.box(corner, frame, width, height, dx, dy)
    end
  end
end
