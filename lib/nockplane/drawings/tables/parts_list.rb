# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The parts of an assembly (ISO 7573, PL-01).
      class PartsList < Kind
        NAME = 'parts list'
        TITLE = 'parts list'
        FIELDS = %w[item quantity number name material mass remarks unit source].freeze
        COLUMNS = [
          ['item', 'Item', 12],
          ['quantity', 'Qty', 12],
          ['name', 'Description', 62],
          ['number', 'Number', 40],
          ['material', 'Material', 34],
          ['remarks', 'Remarks', 20]
        ].freeze

        def corner = 'title block'
        def grows = 'up'
        def room = 12

        def rows(table, context)
          return [] unless context.model

          found = grouped(table, Items.new(context.model, table).rows)
          if table.structure == 'indented'
            found.map { |r| r.merge('name' => "#{INDENT * r['level'].to_i}#{r['name']}") }
          else
            found
          end
        end

        # Lines under a heading for each value of the field that they are grouped by, in the order in which these come
        # first.
        def grouped(table, rows)
          return rows unless table.group

          rows
            .group_by { |r| r[table.group].to_s }
            .flat_map do |value, lines|
              [
                { 'name' => value.empty? ? 'Others' : value.sub(/\A./, &:upcase), 'heading' => true, 'level' => '0' },
                *lines
              ]
            end
        end

        # Before the name for each level that a line stands below the top.
        INDENT = '·  '
      end
    end
  end
end
