# frozen_string_literal: true

module App
  module Presenters
    # The table of what would be copied, and what the copies would be called.
    class CopyPage
      attr_reader :copying

      def initialize(copying)
        @copying = copying
      end

      def node = @copying.node

      # [{ key, kind, number, name, copied, new number, new name, problems }]
      def rows
        @copying.rows.map do |r|
          {
            key: r.item.key,
            kind: r.item.kind,
            number: r.item.number,
            name: r.item.name,
            copied: r.copied,
            newNumber: r.number,
            newName: r.name,
            problems: r.problems
          }
        end
      end

      def script_data = { of: @copying.key, rows: rows }
    end
  end
end
