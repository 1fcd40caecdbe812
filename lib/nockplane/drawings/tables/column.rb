# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # A column of a table as a person writes it, "mass = Mass, 20, right, 2 decimals, upper", and what it makes of the
      # words of a cell. A column is { "field", "title", "width" (mm) } with, where they are said, "align" (left,
      # centre, right), "decimals" and "case" (upper, lower).
      module Column
        LINE = /\A(\w+)\s*=\s*(.*?)\s*,\s*(\d+(?:\.\d+)?)\s*((?:,[^,]*)*)\z/
        ALIGN = %w[left centre right].freeze
        CASES = %w[upper lower].freeze
        DECIMALS = /\A([0-6]) decimals?\z/
        # Letters of a title.
        LONGEST = 40

        module_function

        # The column of a line; nil of what is none.
        def parse(line)
          field, title, width, more = line.match(LINE)&.captures
          wishes = more.to_s.split(',').map(&:strip).reject(&:empty?)
          found = wishes.map { |wish| wish(wish) }
          return nil if field.nil? || found.include?(nil)

          { 'field' => field, 'title' => title[0, LONGEST], 'width' => width.to_f }.merge(*found)
        end

        def wish(text)
          return { 'align' => text } if ALIGN.include?(text)
          return { 'case' => text } if CASES.include?(text)

          (count = text[DECIMALS, 1]) && { 'decimals' => count.to_i }
        end

        # The line of a column.
        def line(column)
          width = format('%g', column['width'])
          decimals = column['decimals'] && "#{column['decimals']} decimals"
          ["#{column['field']} = #{column['title']}", width, column['align'], decimals, column['case']].compact.join(
            ', '
          )
        end

        # Words of a cell as the column writes them; decimal: the sign.
        def written(column, words, decimal)
          text = words.to_s
          if column['decimals'] && (m = text.match(/\A(-?\d+(?:[.,]\d+)?)(.*)\z/m))
            number = format("%.#{column['decimals']}f", m[1].tr(',', '.').to_f)
            text = number.sub('.', decimal) + m[2]
          end
          { 'upper' => text.upcase, 'lower' => text.downcase }.fetch(column['case'], text)
        end
      end
    end
  end
end
