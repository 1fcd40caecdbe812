# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # Edits of what a parts list says: which structure, which order, which numbers, and words typed over a cell.
      class Listed
        # What keeps a cell from what the model says, in the text of the form: "item.field = words".
        LINE = /\A(\S+?)\.(\w+)\s*=\s*(.*)\z/
        FIELDS = PartsList::FIELDS.drop(1).join(', ').freeze
        NUMBER = /\A[1-9]\d{0,3}[A-Z]?\z/

        def initialize(drawing, source, table)
          @drawing = drawing
          @source = source
          @table = table
        end

        # structure, sort, group: "" for the usual; numbers: "given" keeps the numbers as they are now for good, "free"
        # lets them follow the order again; "1 = 10, 2 = 20" gives others; texts: a line for each cell typed over. An
        # Edit or a Refusal.
        def edit(structure:, sort:, numbers:, texts:, group: '')
          after = @table.dup
          after.structure = structure.empty? || structure == 'all' ? nil : structure
          after.sort = sort.empty? ? nil : sort
          after.group = group.empty? ? nil : group
          problem = shape_problem(after) || numbered(after, numbers) || typed(after, texts)
          return Refusal.new(problem, ["table/#{@table.id}"]) if problem

          Edit.put('Parts list changed', after)
        end

        # Numbers given, "1 = 10" for each that is not the one of its place.
        def self.numbers_text(table) = (table.items || {}).empty? ? 'free' : 'given'

        # Cells typed over as the form has them.
        def texts_text
          rows = items(@table).rows
          (@table.texts || {})
            .flat_map do |key, fields|
              row = rows.find { |r| r['key'] == key }
              row ? fields.map { |f, words| "#{row['item']}.#{f} = #{words}" } : []
            end
            .join("\n")
        end

        private

        def items(table)
          sheet = @drawing.sheet(table.sheet)
          Items.new(@source.model(@drawing.binding(sheet.binding).subject(sheet.revision)), table)
        end

        def shape_problem(table)
          return 'the sheet shows no model' unless @drawing.sheet(table.sheet)&.binding
          if table.structure && !Products::Structure::KINDS.include?(table.structure)
            return "a parts list has #{Products::Structure::KINDS.join(', ')}"
          end

          unless table.group.nil? || PartsList::FIELDS.include?(table.group)
            return "grouped by #{PartsList::FIELDS.join(', ')}"
          end

          "sorted by #{PartsList::FIELDS.join(', ')}" unless table.sort.nil? || PartsList::FIELDS.include?(table.sort)
        end

        # Sets the numbers; a sentence where they make no sense.
        def numbered(table, words)
          return table.items = nil if words.empty? || words == 'free'

          now = items(table).numbers
          return nil.tap { table.items = (table.items || {}).merge(now) } if words == 'given'

          pairs = words.split(',').map { |p| p.split('=').map(&:strip) }
          wrong = pairs.find { |p| p.size != 2 || !p[1].match?(NUMBER) || !now.value?(p[0]) }
          return "'#{wrong.join(' = ')}' gives no item another number; write 1 = 10, 2 = 20" if wrong

          given = now.transform_values { |n| pairs.to_h.fetch(n, n) }
          twice = given.values.tally.find { |_, n| n > 1 }
          return "#{twice[0]} would stand for #{twice[1]} items; each has a number of its own (PL-04)" if twice

          gone = (table.items || {}).reject { |key, n| given.key?(key) || given.value?(n) }
          nil.tap { table.items = gone.merge(given) } # (numbers of lines that are gone stay theirs)
        end

        def typed(table, words)
          keys = items(table).rows.to_h { |r| [r['item'], r['key']] }
          found = {}
          words
            .lines
            .map(&:strip)
            .reject(&:empty?)
            .each do |line|
              m = line.match(LINE)
              unless m && keys[m[1]] && FIELDS.split(', ').include?(m[2])
                return "'#{line[0, 60]}' says no cell; write item.field = words; fields are #{FIELDS}"
              end

              (found[keys[m[1]]] ||= {})[m[2]] = m[3]
            end
          nil.tap { table.texts = found.empty? ? nil : found }
        end
      end
    end
  end
end
