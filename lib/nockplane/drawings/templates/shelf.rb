# frozen_string_literal: true

module Nockplane
  module Drawings
    # Furniture that ships ready: title blocks and tables to put on a sheet.
    module Shelf
      DIRECTORY = File.expand_path('shelf', __dir__)
      BLOCKS = { 'iso-7200' => 'ISO 7200 block, 180 mm', 'compact-inch' => 'Compact inch block, 6.25 in' }.freeze

      module_function

      # A Block by name. Raises KeyError.
      def block(name)
        @blocks ||=
          BLOCKS.keys.to_h { |n| [n, Cells.from('block/b1', JSON.parse(File.read(File.join(DIRECTORY, "#{n}.json"))))] }
        @blocks.fetch(name)
      end

      # A new Table of a kind on a sheet.
      def table(name, id, sheet)
        kind = Tables.all.fetch(name)
        columns = kind.columns.map { |field, title, width| { 'field' => field, 'title' => title, 'width' => width } }
        Table.new(
          id: id,
          sheet: sheet,
          kind: name,
          corner: kind.corner,
          dx: 0.0,
          dy: 0.0,
          columns: columns,
          row: 7.0,
          height: 2.5,
          grows: kind.grows,
          room: kind.room
        )
      end
    end
  end
end
