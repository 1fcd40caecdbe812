# frozen_string_literal: true

module Nockplane
  module Drawings
    # Title blocks and tables of a sheet: where they stand and what they say.
    class Furniture
      # extra: more texts for fields; wait: leave out a mass that is not worked out yet.
      def initialize(drawing, sheet, source, extra: {}, wait: false)
        @drawing = drawing
        @sheet = sheet
        @source = source
        @frame = sheet.paper.frame
        @standard = drawing.standard
        binding = sheet.binding && drawing.binding(sheet.binding)
        subject = binding&.subject(sheet.revision)
        @model = subject && source.model(subject)
        @mass_known = !wait || subject.nil? || source.mass_known?(subject)
        @fields =
          Fields.new(
            drawing,
            sheet,
            source,
            extra: extra,
            mass: subject && -> { @mass_known ? source.mass_words(subject) : '…' }
          )
      end

      # Is there a mass still to be worked out?
      def mass_waits? = !@mass_known && field_names.include?('mass') && !Modelling::Materials.stated?(@model.properties)

      # [mass as the title block says it, mass worked out] in words, nil each where there is none.
      def masses
        binding = @sheet.binding && @drawing.binding(@sheet.binding)
        [@fields.value('mass'), binding && @source.mass_words(binding.subject(@sheet.revision))]
      end

      attr_reader :fields

      # [Group]: a title block's outline and each of its cells ("block/b1:c3"), each table. The groups' boxes are on
      # paper.
      def groups = blocks.flat_map { |b| block_groups(b) } + tables.map { |t| table_group(t) }

      # Paper boxes of all of it.
      def boxes = blocks.map { |b| b.box(@frame) } + tables.map { |t| table_box(t) }

      # Names of fields of title block cells that name nothing that the model has, and that say nothing when empty.
      def unknown_fields
        blocks
          .flat_map(&:cells)
          .select { |c| c['field'] && c['empty'].to_s.empty? && !@fields.known?(c['field']) }
          .map { |c| c['field'] }
          .uniq
      end

      # Names of the fields shown on the sheet, in title blocks and in notes.
      def field_names
        notes = @drawing.notes.select { |n| n.sheet == @sheet.id }.flat_map { |n| Fields.within(n.text) }
        (blocks.flat_map(&:cells).filter_map { |c| c['field'] } + notes).uniq
      end

      # Paper box of a table with the rows it has (in a template: with the room kept for it).
      def table_box(table)
        ink = table_ink(table)
        place(table, ink.width, [ink.tall, @model ? 0 : room(table)].max)
      end

      # Does a person insist on the mass shown, on the drawing or at the model?
      def mass_insisted? = @fields.typed_over?('mass') || stated?('mass')

      # Is a mass shown that was stated, not worked out?
      def stated?(field)
        field == 'mass' && !@model.nil? && @model.properties.key?('mass') &&
          Modelling::Materials.stated?(@model.properties)
      end

      # What a table says: texts by row and column, without its header.
      def texts(table)
        sign = @standard.decimal
        lines(table).map { |line| table.columns.map { |c| Tables::Column.written(c, line[c['field']], sign) } }
      end

      private

      # [{ field => text }] of a table.
      def lines(table)
        (@lines ||= {})[table.id] ||= Tables.of(table).rows(
          table,
          Tables::Kind::Context.new(@drawing, @sheet, @model, @source)
        )
      end

      # [[row, column], ...] of the cells that a person typed over.
      def typed(table)
        lines(table).each_with_index.flat_map do |line, i|
          table.columns.each_index.select { |k| line['typed']&.include?(table.columns[k]['field']) }.map { |k| [i, k] }
        end
      end

      # mm kept free for a table in a template.
      def room(table) = ([table.room.to_i, table.split].compact.min + 1) * table.row

      def blocks = @drawing.blocks.select { |b| b.sheet == @sheet.id }
      def tables = @drawing.tables.select { |t| t.sheet == @sheet.id }

      def block_groups(block)
        box = block.box(@frame)
        grid = block.grid
        words = grid.cells.to_h { |c| [c['id'], @fields.words(c)] }
        drawer =
          Drafting::TitleBlock.new(@standard, grid, box.first(2), words, @drawing.pictures.to_h { |p| [p.id, p] })
        [Group.new(owner: "block/#{block.id}", items: drawer.outline, box: box)] +
          grid.cells.map do |c|
            Group.new(
              owner: "block/#{block.id}:#{c['id']}",
              items: drawer.cell(c),
              box: drawer.box(c),
              state: ('typed' if c['field'] && (@fields.typed_over?(c['field']) || stated?(c['field'])))
            )
          end
      end

      def table_group(table)
        box = table_box(table)
        ink = table_ink(table)
        y = table.grows == 'up' ? box[1] : box[3] - ink.tall
        Group.new(owner: "table/#{table.id}", items: ink.ink(box[0], y), box: box)
      end

      def table_ink(table)
        (@inks ||= {})[table.id] ||= Drafting::TableInk.new(
          table.columns,
          rows(table),
          row: table.row,
          height: table.height,
          up: table.grows == 'up',
          split: table.split,
          marked: typed(table),
          leftward: !table.corner.end_with?('left')
        )
      end

      # Texts by row and column, first row first: the newest line of the revision table lies farthest from the header
      # (RV-02). A template shows two empty rows.
      def rows(table)
        texts(table).then { |found| found.empty? ? Array.new(2) { [''] * table.columns.size } : found }
      end

      # On the title block it is as far right, and just above it.
      def place(table, width, height)
        unless table.corner == 'title block'
          return Drafting::Corner.box(table.corner, @frame, width, height, table.dx, table.dy)
        end

        under = blocks.first&.box(@frame) || [@frame[2], @frame[1], @frame[2], @frame[1]]
        below =
          tables
            .take_while { |t| t.id != table.id }
            .select { |t| t.corner == 'title block' }
            .sum { |t| table_box(t).then { |b| b[3] - b[1] } }
        [
          under[2] - table.dx - width,
          under[3] + table.dy + below,
          under[2] - table.dx,
          under[3] + table.dy + below + height
        ]
      end
    end
  end
end
