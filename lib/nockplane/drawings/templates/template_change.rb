# frozen_string_literal: true

module Nockplane
  module Drawings
    # Moves a drawing to a template (another one, or a later revision of its own): it takes over format, title block,
    # tables, layers and standard; its views, annotations and what was typed stay. One Edit, so it can be taken back.
    class TemplateChange
      FURNITURE = %w[block/ table/ picture/ layer/ berth/ rule/].freeze

      def initialize(drawing, template, source)
        @drawing = drawing
        @template = template
        @document = template.document
        @source = source
      end

      # An Edit.
      def edit
        # (A table that lists what a view shows is the drawing's own.)
        own = @drawing.tables.select(&:view).map { |t| Cells.key(t) }
        changes = @drawing.cells.keys.select { |k| k.start_with?(*FURNITURE) && !own.include?(k) }.to_h { |k| [k, nil] }
        changes = changes.merge(keyed(furniture + sheets + [meta] + moved + unlayered))
        after = Drawing.new(@drawing.cells.merge(changes).compact)
        changes = changes.merge(keyed(turned(after)))
        after = Drawing.new(@drawing.cells.merge(changes).compact)
        changes = changes.merge(keyed(after.sheets.flat_map { |s| Arranging.settled(after, s, @source) }))
        after = Drawing.new(@drawing.cells.merge(changes).compact)
        unless StandardChange.layout_of(after.standard) == StandardChange.layout_of(@drawing.standard)
          changes = changes.merge(keyed(StandardChange.redimensioned(after, @source)))
        end

        Edit.new("Moved to template #{@template.title}, revision #{@template.revision}", changes)
      end

      private

      def keyed(cells) = cells.to_h { |c| [Cells.key(c), c] }

      # The template's sheet for the drawing's n-th: the last one for those beyond.
      def model_sheet(index) = @document.sheets[index] || @document.sheets.last

      def sheets = @drawing.sheets.each_with_index.map { |s, i| s.dup.tap { |x| x.format = model_sheet(i).format } }

      def meta
        @drawing.meta.dup.tap do |m|
          m.tidy = @document.meta.tidy
          m.standard = @document.meta.standard
          m.template = { 'slug' => @template.name, 'revision' => @template.revision }
        end
      end

      # Title blocks and tables of the template's sheets, on the drawing's; pictures and layers as they are.
      def furniture
        shared = @document.cells.values.grep(Picture) + @document.cells.values.grep(Layer)
        shared += @document.cells.values.grep(LayoutRule)
        shared + @drawing.sheets.each_with_index.flat_map do |sheet, i|
          own = (@document.blocks + @document.tables).select { |c| c.sheet == model_sheet(i).id }
          own.map { |c| c.dup.tap { |x| x.sheet, x.id = sheet.id, i.zero? ? c.id : "#{sheet.id}#{c.id}" } }
        end
      end

      # Views and notes keep their place about the middle of the drawing space.
      def moved
        @drawing.sheets.each_with_index.flat_map do |sheet, i|
          dx, dy = middle(model_sheet(i).format).zip(middle(sheet.format)).map { |a, b| a - b }
          next [] if dx.abs < 1e-9 && dy.abs < 1e-9

          (@drawing.views + @drawing.notes)
            .select { |c| c.sheet == sheet.id }
            .map { |c| c.dup.tap { |x| x.x, x.y = c.x + dx, c.y + dy } }
        end
      end

      def middle(format)
        Drafting::SheetFormat.of(format).frame.then { |x0, y0, x1, y1| [(x0 + x1) / 2, (y0 + y1) / 2] }
      end

      # Things on layers that the template has not fall back on their rule.
      def unlayered
        known = @document.layers.map(&:id)
        again = moved.to_h { |c| [Cells.key(c), c] }
        (@drawing.views + @drawing.notes + @drawing.dimensions)
          .select { |c| c.layer && !known.include?(c.layer) }
          .map { |c| (again[Cells.key(c)] || c).dup.tap { |x| x.layer = nil } }
      end

      def turned(after)
        after.standard.first_angle? == @drawing.standard.first_angle? ? [] : StandardChange.turned(after)
      end
    end
  end
end
