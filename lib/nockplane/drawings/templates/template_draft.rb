# frozen_string_literal: true

module Nockplane
  module Drawings
    # Makes a template's document of a finished drawing: views become berths, title blocks, tables, layers and the
    # standard stay, annotations stay if wanted: notes as they are, adopted dimensions as the wish to adopt those that
    # show well.
    class TemplateDraft
      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # Drawing with berths. title: of the template.
      def document(title, annotations: false)
        @annotations = annotations
        gone = %w[binding/ view/ dimension/ berth/ variation/]
        gone << 'note/' unless annotations
        cells = @drawing.cells.reject { |k, _| k.start_with?(*gone) || k == 'meta' }.values
        cells = cells.reject { |c| c.is_a?(Table) && c.view } # (they list holes of a view)
        # (What notes pointed at is gone with the views.)
        cells = cells.map { |c| c.is_a?(Note) ? c.dup.tap { |n| n.leaders = nil } : c }
        cells = cells.map { |c| c.is_a?(LayoutRule) ? c.dup.tap { |r| r.unmet = nil } : c }
        sheets = @drawing.sheets.map { |s| s.dup.tap { |x| x.binding = x.revision = nil } }
        Drawing.of(
          cells.reject { |c| c.is_a?(Sheet) },
          sheets,
          berths,
          Meta.new(
            title: title,
            number: '',
            revision: '',
            state: 'template',
            standard: @drawing.meta.standard,
            tidy: @drawing.meta.tidy
          )
        )
      end

      private

      # Of views, and those that stood empty.
      def berths
        @drawing.views.map { |v| berth(v) } +
          @drawing.berths.map do |b|
            b.dup.tap do |x|
              x.why = nil
              x.width, x.height = Views.of(b).size
            end
          end
      end

      def berth(view)
        view = @drawing.settled(view)
        box = SceneBuilder.new(@drawing, view.sheet, @source).place(view).outline
        Berth.new(
          **view.specification,
          sight: (view.sight unless view.orientation),
          id: view.id,
          sheet: view.sheet,
          scale: view.rule || view.scale || 'sheet',
          x: view.x,
          y: view.y,
          width: [box[2] - box[0], 20.0].max.round(3),
          height: [box[3] - box[1], 20.0].max.round(3),
          pinned: false,
          adopt: (true if @annotations && @drawing.dimensions_of(view.id).any?)
        )
      end
    end
  end
end
