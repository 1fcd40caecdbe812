# frozen_string_literal: true

module Nockplane
  module Drafting
    # The grid of a title block: columns (widths) and rows (heights, from the top) in mm, and cells as plain hashes:
    #   id; row, col (0 first) and rows, cols it spans; caption; one of text, field (see Drawings::Fields), picture (id)
    #   or symbol ("projection"); height of lettering, mm; align left, centre, right; rule shrink, wrap or cut; empty:
    #   words when the field has no value; before, after, case (upper, lower), decimals: how a field is written.
    # Changes give a new grid or a sentence (String) saying why not.
    class BlockGrid
      KEYS = %w[
        id
        row
        col
        rows
        cols
        caption
        text
        field
        picture
        symbol
        height
        align
        rule
        empty
        before
        after
        case
        decimals
      ].freeze
      # What a cell may show and how.
      ALIGNS = %w[left centre right].freeze
      RULES = %w[shrink wrap cut].freeze
      CASES = ['', 'upper', 'lower'].freeze
      HEIGHTS = [1.8, 2.5, 3.5, 5.0, 7.0, 10.0].freeze
      LEAST = 3.0
      MOST_CELLS = 120
      # Longest text of a cell.
      WORDS = 200

      attr_reader :columns, :rows, :cells

      def initialize(columns, rows, cells)
        @columns = columns
        @rows = rows
        @cells = cells
      end

      def cell(id) = @cells.find { |c| c['id'] == id }
      def width = @columns.sum.to_f
      def height = @rows.sum.to_f

      # [x0, y0, x1, y1] of a cell from the block's lower left corner.
      def box(cell)
        x = @columns.first(cell['col']).sum
        top = height - @rows.first(cell['row']).sum
        [x.to_f, top - @rows[cell['row'], cell['rows']].sum, x + @columns[cell['col'], cell['cols']].sum.to_f, top]
      end

      # Sentences about what can't be; empty when cells lie inside, apart, and say what they may.
      def problems
        return ["a title block has 1 to #{MOST_CELLS} cells, and columns and rows of #{LEAST} mm or more"] unless sound?

        found = @cells.flat_map { |c| cell_problems(c) }
        found.concat(overlaps) if found.empty?
        found
      end

      # The cell with other values (nil takes one away).
      def with(id, values) = replace(@cells.map { |c| c['id'] == id ? c.merge(values).compact : c })

      # Cuts a cell in two, side by side ("columns") or one above the other ("rows"); the first part keeps what it
      # shows.
      def split(id, way)
        index, count, start, sizes =
          way == 'columns' ? ['col', 'cols', cell(id)['col'], @columns] : ['row', 'rows', cell(id)['row'], @rows]
        grid = cell(id)[count] > 1 ? self : halved(start, index, count, sizes)
        return grid if grid.is_a?(String)

        old = grid.cell(id)
        first = old[count] / 2
        fresh = {
          'id' => free_id,
          'row' => old['row'],
          'col' => old['col'],
          'rows' => old['rows'],
          'cols' => old['cols'],
          'height' => old['height'],
          'align' => old['align'],
          'rule' => old['rule']
        }
        fresh = fresh.merge(index => old[index] + first, count => old[count] - first)
        grid.replace(grid.cells.map { |c| c['id'] == id ? c.merge(count => first) : c } + [fresh.compact])
      end

      # Joins a cell with its neighbour to the right ("right") or below ("down"), which must be as high (wide).
      def merge(id, way)
        a = cell(id)
        across, along, many, span = way == 'right' ? %w[row col rows cols] : %w[col row cols rows]
        other = @cells.find { |c| c[across] == a[across] && c[many] == a[many] && c[along] == a[along] + a[span] }
        unless other
          return "there is no cell of the same #{way == 'right' ? 'height to the right' : 'width below'} to merge with"
        end

        replace(
          @cells
            .reject { |c| c['id'] == other['id'] }
            .map { |c| c['id'] == id ? a.merge(span => a[span] + other[span]) : c }
        )
      end

      # Makes a cell wide or high, mm: what follows on gives way where there is something, so that the block keeps its
      # size.
      def size(id, width: nil, height: nil)
        a = cell(id)
        columns = width ? resized(@columns, a['col'], a['cols'], width) : @columns
        rows = height ? resized(@rows, a['row'], a['rows'], height) : @rows
        if [*columns, *rows].any? { |v| v < LEAST }
          return "columns and rows are #{LEAST.round} mm or more; there is no room for that"
        end

        BlockGrid.new(columns, rows, @cells)
      end

      # A new row below the last, one cell wide.
      def with_row(height)
        BlockGrid.new(
          @columns,
          @rows + [height],
          @cells +
            [
              {
                'id' => free_id,
                'row' => @rows.size,
                'col' => 0,
                'rows' => 1,
                'cols' => @columns.size,
                'height' => 3.5,
                'align' => 'left',
                'rule' => 'shrink'
              }
            ]
        )
      end

      # Without rows that hold nothing but this cell.
      def without_row(id)
        a = cell(id)
        unless a['cols'] == @columns.size && @rows.size > a['rows']
          return 'only a cell as wide as the block can be taken away; merge it with a neighbour instead'
        end

        cells =
          @cells
            .reject { |c| c['id'] == id }
            .map { |c| c['row'] > a['row'] ? c.merge('row' => c['row'] - a['rows']) : c }
        BlockGrid.new(
          @columns,
          @rows.each_index.reject { |i| i.between?(a['row'], a['row'] + a['rows'] - 1) }.map { |i| @rows[i] },
          cells
        )
      end

      protected

      def replace(cells) = BlockGrid.new(@columns, @rows, cells)

      private

      def sound?
        [@columns, @rows].all? do |l|
          l.is_a?(Array) && l.size.between?(1, 60) && l.all? { |v| v.is_a?(Numeric) && v.between?(LEAST, 1500) }
        end && @cells.is_a?(Array) && @cells.size.between?(1, MOST_CELLS) && @cells.all?(Hash)
      end

      def cell_problems(cell)
        name = "title block cell '#{cell['id']}'"
        return ["#{name}: '#{(cell.keys - KEYS)[0]}' is not known"] unless (cell.keys - KEYS).empty?
        unless %w[row col rows cols].all? { |k| cell[k].is_a?(Integer) && cell[k] >= 0 } && cell['rows'].positive? &&
                 cell['cols'].positive?
          return ["#{name} has no whole place in the grid"]
        end

        if cell['col'] + cell['cols'] > @columns.size || cell['row'] + cell['rows'] > @rows.size
          return ["#{name} reaches out of the block"]
        end

        [
          (
            unless cell['height'].nil? || (cell['height'].is_a?(Numeric) && cell['height'].between?(1, 30))
              "#{name}: lettering is 1 to 30 mm high"
            end
          ),
          ("#{name}: align is #{ALIGNS.join(', ')}" unless cell['align'].nil? || ALIGNS.include?(cell['align'])),
          ("#{name}: the rule is #{RULES.join(', ')}" unless cell['rule'].nil? || RULES.include?(cell['rule'])),
          (
            if cell.values.grep(String).any? { |v| v.size > WORDS }
              "#{name}: its words are longer than #{WORDS} letters"
            end
          )
        ].compact
      end

      def overlaps
        taken = {}
        @cells.flat_map do |c|
          places = (c['row']...(c['row'] + c['rows'])).to_a.product((c['col']...(c['col'] + c['cols'])).to_a)
          met = places.filter_map { |p| taken[p] }.uniq
          places.each { |p| taken[p] ||= c['id'] }
          met.map { |id| "title block cells '#{id}' and '#{c['id']}' overlap; give one of them another place" }
        end
      end

      def free_id = "c#{(@cells.filter_map { |c| c['id'][/\Ac(\d+)\z/, 1]&.to_i }.max || 0) + 1}"

      # The grid with one column (row) made two; cells over it span one more.
      def halved(at, index, count, sizes)
        return "a cell of #{sizes[at]} mm can't be split; parts need #{LEAST.round} mm each" if sizes[at] < 2 * LEAST

        sizes = [*sizes.first(at), sizes[at] / 2.0, sizes[at] / 2.0, *sizes.drop(at + 1)]
        cells = @cells.map do |c|
          if c[index] > at then c.merge(index => c[index] + 1)
          elsif c[index] + c[count] > at then c.merge(count => c[count] + 1)
          else c
          end
        end
        index == 'col' ? BlockGrid.new(sizes, @rows, cells) : BlockGrid.new(@columns, sizes, cells)
      end

      def resized(sizes, start, count, wanted)
        last = start + count - 1
        change = wanted - sizes[start, count].sum
        sizes.each_with_index.map do |v, i|
          next (v + change).round(3) if i == last
          next (v - change).round(3) if i == last + 1

          v
        end
      end
    end
  end
end
