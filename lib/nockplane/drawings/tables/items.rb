# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The lines of a parts list with their item numbers (PL-04): those given stay with their lines, others follow on;
      # a number whose line is gone is not given again. What a person typed over a cell stands in its place.
      class Items
        # Of a table of a drawing, or (without one) as a new table would have it; model: Modelling::Model listed.
        def initialize(model, table = nil)
          @model = model
          @table = table
        end

        # The parts list of what a binding shows, nil when the drawing has none.
        def self.table(drawing, binding_id)
          drawing.tables.find { |t| t.kind == PartsList::NAME && drawing.sheet(t.sheet)&.binding == binding_id }
        end

        # Items of the model that a sheet's title block shows, by the drawing's parts list.
        def self.of(drawing, source, binding_id, revision)
          new(source.model(drawing.binding(binding_id).subject(revision)), table(drawing, binding_id))
        end

        # [{ field => text }] in the order they are listed.
        def rows = @rows ||= sorted(numbered(Products::PartsList.of(@model, @table&.structure || 'all')))

        # { key => number } of all lines.
        def numbers = rows.to_h { |r| [r['key'], r['item']] }

        # The row that a key stands for; nil of one that is gone.
        def row(key) = (@by_key ||= rows.to_h { |r| [r['key'], r] })[key]

        # Keys of the lines that a component (path of an instance) belongs to: its own, and those of what it stands in.
        def keys_of(path)
          names = path.split(':')
          (1..names.size).filter_map { |n| lines_by_path[names.first(n).join(':')] }.uniq
        end

        # { key => [paths] }
        def paths = lines.to_h { |l| [l.key, l.paths] }

        private

        def lines = @lines ||= Products::Structure.new(@model).lines(@table&.structure || 'all')
        def lines_by_path = @lines_by_path ||= lines.flat_map { |l| l.paths.map { |p| [p, l.key] } }.to_h

        def numbered(rows)
          given = @table&.items || {}
          last = given.values.map(&:to_i).max || 0
          numbers = given.dup # (what stands in several levels has one number)
          rows.map do |row|
            number = numbers[row['key']] ||= (last += 1).to_s
            typed = (@table&.texts || {}).fetch(row['key'], {})
            row.merge('item' => number.to_s, 'typed' => typed.keys, **typed)
          end
        end

        # (Numbers as numbers; of one value in the order of the components.)
        def sorted(rows)
          field = @table&.sort or return rows
          rows.each_with_index.sort_by { |r, i| [rank(r[field]), i] }.map(&:first)
        end

        def rank(text) = text.to_s.match?(/\A\d+([.,]\d+)?\z/) ? [0, text.tr(',', '.').to_f, ''] : [1, 0.0, text.to_s]
      end
    end
  end
end
