# frozen_string_literal: true

module Nockplane
  module Drawings
    # Furniture that ships ready: title blocks and tables to put on a sheet.
    module Shelf
      DIRECTORY = File.expand_path('shelf', __dir__)
      BLOCKS = { 'iso-7200' => 'ISO 7200 block, 180 mm', 'compact-inch' => 'Compact inch block, 6.25 in' }.freeze
      # Columns of new tables, mm (PL-01, RV-02).
      TABLES = {
        'parts list' => [
          ['item', 'Item', 12],
          ['quantity', 'Qty', 12],
          ['name', 'Description', 62],
          ['number', 'Number', 40],
          ['material', 'Material', 34],
          ['remarks', 'Remarks', 20]
        ],
        'revisions' => [
          ['index', 'Rev.', 12],
          ['zone', 'Zone', 14],
          ['description', 'Description', 78],
          ['date', 'Date', 26],
          ['by', 'By', 30]
        ]
      }.freeze

      module_function

      # A Block by name. Raises KeyError.
      def block(name)
        @blocks ||=
          BLOCKS.keys.to_h { |n| [n, Cells.from('block/b1', JSON.parse(File.read(File.join(DIRECTORY, "#{n}.json"))))] }
        @blocks.fetch(name)
      end

      # A new Table of a kind on a sheet.
      def table(kind, id, sheet)
        columns =
          TABLES.fetch(kind).map { |field, title, width| { 'field' => field, 'title' => title, 'width' => width } }
        Table.new(
          id: id,
          sheet: sheet,
          kind: kind,
          corner: kind == 'revisions' ? 'upper right' : 'title block',
          dx: 0.0,
          dy: 0.0,
          columns: columns,
          row: 7.0,
          height: 2.5,
          grows: kind == 'revisions' ? 'down' : 'up',
          room: kind == 'revisions' ? 2 : 12
        )
      end
    end
  end
end
