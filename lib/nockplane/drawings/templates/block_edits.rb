# frozen_string_literal: true

module Nockplane
  module Drawings
    # Edits of title blocks, tables and pictures. Each gives an Edit or a Refusal.
    module BlockEdits
      module_function

      # A shipped title block on a sheet, in place of the one that is there.
      def use_block(drawing, sheet_id, name)
        unless Shelf::BLOCKS.key?(name)
          return Refusal.new("there is no title block '#{name}'; #{Shelf::BLOCKS.keys.join(', ')} are ready", [])
        end

        old = drawing.blocks.find { |b| b.sheet == sheet_id }
        fresh = Shelf.block(name).dup.tap { |b| b.id, b.sheet = old&.id || drawing.next_id('b'), sheet_id }
        fits(drawing, fresh) || Edit.put("Title block: #{Shelf::BLOCKS[name]}", fresh)
      end

      # A title block of rows by columns of empty cells, mm.
      def new_block(drawing, sheet_id, rows, columns, width, height)
        unless [rows, columns].all? { |n| n.between?(1, 20) }
          return Refusal.new('a title block has 1 to 20 rows and columns', [])
        end

        old = drawing.blocks.find { |b| b.sheet == sheet_id }
        cells =
          (0...rows)
            .to_a
            .product((0...columns).to_a)
            .each_with_index
            .map do |(r, c), i|
              {
                'id' => "c#{i + 1}",
                'row' => r,
                'col' => c,
                'rows' => 1,
                'cols' => 1,
                'height' => 3.5,
                'align' => 'left',
                'rule' => 'shrink'
              }
            end
        fresh =
          Block.new(
            id: old&.id || drawing.next_id('b'),
            sheet: sheet_id,
            corner: 'lower right',
            dx: 0.0,
            dy: 0.0,
            columns: [(width / columns).round(3)] * columns,
            rows: [(height / rows).round(3)] * rows,
            cells: cells
          )
        problems = fresh.grid.problems
        return Refusal.new(problems[0], []) unless problems.empty?

        fits(drawing, fresh) || Edit.put('New title block', fresh)
      end

      # What a cell shows and how. values: BlockGrid's keys.
      def set_cell(drawing, block_id, cell_id, values)
        change(drawing, block_id, cell_id, 'Title block cell changed') do |grid|
          problem = field_problem(drawing, values)
          problem || grid.with(cell_id, values)
        end
      end

      # way: columns or rows.
      def split_cell(drawing, block_id, cell_id, way)
        change(drawing, block_id, cell_id, 'Title block cell split') { |g| g.split(cell_id, way) }
      end

      # way: right or down.
      def merge_cell(drawing, block_id, cell_id, way)
        change(drawing, block_id, cell_id, 'Title block cells merged') { |g| g.merge(cell_id, way) }
      end

      # mm
      def size_cell(drawing, block_id, cell_id, width: nil, height: nil)
        change(drawing, block_id, cell_id, 'Title block cell sized') do |g|
          g.size(cell_id, width: width, height: height)
        end
      end

      def add_row(drawing, block_id, height)
        change(drawing, block_id, nil, 'Row added to the title block') { |g| g.with_row(height) }
      end

      def remove_row(drawing, block_id, cell_id)
        change(drawing, block_id, cell_id, 'Row taken out of the title block') { |g| g.without_row(cell_id) }
      end

      # The block yields its grid; the new grid or a sentence comes back.
      def change(drawing, block_id, cell_id, label)
        block = drawing.block(block_id) or
          return Refusal.new("there is no title block #{block_id}", ["block/#{block_id}"])
        if cell_id && block.grid.cell(cell_id).nil?
          return Refusal.new("the title block has no cell #{cell_id}", ["block/#{block_id}"])
        end

        grid = yield block.grid
        problem = grid.is_a?(String) ? grid : grid.problems[0]
        return Refusal.new(problem, ["block/#{block_id}"]) if problem

        fresh = block.dup.tap { |b| b.columns, b.rows, b.cells = grid.columns, grid.rows, grid.cells }
        fits(drawing, fresh) || Edit.put(label, fresh)
      end

      def field_problem(drawing, values)
        if values['field'] && !Fields::NAME.match?(values['field'])
          return "'#{values['field']}' is not a name for a field: letters, numbers, blanks and . _ - are"
        end

        if values['picture'] && !drawing.cells.key?("picture/#{values['picture']}")
          "there is no picture #{values['picture']}"
        end
      end

      # A Refusal when a block does not go into the drawing space of its sheet, or of another paper (TB-06).
      def fits(drawing, block, paper = drawing.sheet(block.sheet).paper)
        x0, y0, x1, y1 = paper.frame
        return nil if block.width <= x1 - x0 + 1e-6 && block.height <= y1 - y0 + 1e-6

        size = ->(w, h) { [w, h].map { |v| v.round(2).to_s.delete_suffix('.0') }.join(' x ') }
        Refusal.new(
          "the title block of #{size[block.width, block.height]} mm does not go into the drawing space of " \
          "#{size[x1 - x0, y1 - y0]} mm (TB-06)",
          ["block/#{block.id}"]
        )
      end

      # Corner of the frame and mm inwards from it.
      def place(drawing, block_id, corner, dx, dy)
        block = drawing.block(block_id) or
          return Refusal.new("there is no title block #{block_id}", ["block/#{block_id}"])
        unless Drafting::Corner::NAMES.include?(corner)
          return Refusal.new("'#{corner}' is no corner: #{Drafting::Corner::NAMES.join(', ')}", ["block/#{block_id}"])
        end

        Edit.put('Title block placed', block.dup.tap { |b| b.corner, b.dx, b.dy = corner, dx, dy })
      end

      # A new table of a kind.
      def add_table(drawing, sheet_id, kind)
        known = Tables.all[kind]
        plain = Tables.all.values.reject(&:for_view?).map(&:title)
        return Refusal.new("tables are #{plain.join(' and ')}", []) if known.nil? || known.for_view?

        table = Shelf.table(kind, drawing.next_id('t'), sheet_id)
        Edit.put("#{known.title.capitalize} added", table)
      end

      # Corner, offset, columns, row height, lettering, growth, room of a table.
      def set_table(drawing, id, values)
        table = drawing.cells["table/#{id}"] or return Refusal.new("there is no table #{id}", ["table/#{id}"])
        fresh = table.dup.tap { |t| values.each { |k, v| t[k] = v } }
        problem = table_problem(fresh, drawing.sheet(table.sheet).paper.frame)
        problem ? Refusal.new(problem, ["table/#{id}"]) : Edit.put('Table changed', fresh)
      end

      def table_problem(table, frame)
        return 'a table needs a column' if table.columns.empty?
        unless [*Drafting::Corner::NAMES, 'title block'].include?(table.corner)
          return "'#{table.corner}' is no corner: #{Drafting::Corner::NAMES.join(', ')} or title block"
        end

        unless table.row.between?(3, 30) && table.height.between?(1, 20) && table.height < table.row
          return 'rows are 3 to 30 mm high, lettering 1 to 20 mm, and lower than the row'
        end

        unless table.columns.all? { |c| c['width'].is_a?(Numeric) && c['width'].between?(5, 400) }
          return 'columns are 5 to 400 mm wide'
        end

        unknown = table.columns.map { |c| c['field'] } - Tables.of(table).fields
        unless unknown.empty?
          return "a #{table.kind} has no '#{unknown[0]}'; it has #{Tables.of(table).fields.join(', ')}"
        end

        if table.width > frame[2] - frame[0] + 1e-6
          "the table would be #{table.width} mm wide; the drawing space has #{(frame[2] - frame[0]).round(2)} mm"
        end
      end

      # Moves a title block or a table by dx, dy mm of paper.
      def move_furniture(drawing, key, dx, dy)
        cell = drawing.cells[key] or return Refusal.new("there is no #{key}", [key])
        corner = cell.corner == 'title block' ? 'lower right' : cell.corner
        x, y = Drafting::Corner.moved(corner, cell.dx, cell.dy, dx, dy)
        Edit.put(
          cell.is_a?(Block) ? 'Title block moved' : 'Table moved',
          cell.dup.tap { |c| c.dx, c.dy = x.round(3), y.round(3) }
        )
      end

      def add_picture(drawing, picture)
        return Refusal.new('a document has at most 20 pictures', []) if drawing.pictures.size >= 20

        Edit.put("Picture #{picture.name} added", picture.dup.tap { |p| p.id = drawing.next_id('p') })
      end
    end
  end
end
