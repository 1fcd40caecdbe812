# frozen_string_literal: true

module Nockplane
  module Drawings
    # Makes a template's document of a finished drawing: views become berths, title blocks, tables, layers and the standard stay,
    # annotations stay if wanted: notes as they are, adopted dimensions as the wish to adopt those that show well.
    class Retemplating
      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # Drawing with berths. title: of the template.
      def document(title, annotations: false)
        @annotations = annotations
        gone = %w[binding/ view/ dimension/ berth/]
        gone << 'note/' unless annotations
        cells = @drawing.cells.reject { |k, _| k.start_with?(*gone) || k == 'meta' }.values
        sheets = @drawing.sheets.map { |s| s.dup.tap { |x| x.binding = x.revision = nil } }
        Drawing.of(cells.reject { |c| c.is_a?(Sheet) }, sheets, berths, Meta.new(title: title, number: '', revision: '', state: 'template', standard: @drawing.meta.standard))
      end

      private

      # Of views, and those that stood empty.
      def berths = @drawing.views.map { |v| berth(v) } + @drawing.berths.map { |b| b.dup.tap { |x| x.why = nil; x.width, x.height = Views.of(b).size } }

      def berth(view)
        view = @drawing.settled(view)
        box = SceneBuilder.new(@drawing, view.sheet, @source).place(view).outline
        Berth.new(id: view.id, sheet: view.sheet, name: view.name, kind: view.kind, orientation: view.orientation, parent: view.parent, direction: view.direction, style: view.style,
                  scale: view.rule || view.scale || 'sheet', tangent: view.tangent, centre_lines: view.centre_lines, label: view.label,
                  x: view.x, y: view.y, width: [box[2] - box[0], 20.0].max.round(3), height: [box[3] - box[1], 20.0].max.round(3), pinned: false, adopt: (true if @annotations && @drawing.dimensions_of(view.id).any?))
      end
    end
  end
end
