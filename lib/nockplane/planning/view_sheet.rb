# frozen_string_literal: true

module Nockplane
  module Planning
    # A sheet of one view kept on a model: seen as it was kept, at the largest scale that fits; square to an annotation
    # plane with the annotations that lie in it, its note beside it.
    class ViewSheet
      # Part of the sheet's frame that the view may take.
      SHARE = 0.62
      # mm from the frame's corner to the note.
      INDENT = 8.0

      # template: Drawings::Template whose first sheet is taken, without its berths; subject: Products::Subject of the
      # model as made, or exploded; direction, up: unit vectors as it is looked at; note: words or nil. Returns a
      # Drawings::Drawing.
      def self.of(template, subject, source, direction:, up:, name:, title:, number:, note: nil)
        planes = Modelling::AnnotationPlanes.of(source.model(subject.made))
        plane = Modelling::AnnotationPlanes.seen(planes, direction)
        new(template, subject, plane, [direction, up], name, note).drawing(source, title, number)
      end

      # plane: the annotation plane that it is (nearly) square to, nil where it is turned to all.
      def initialize(template, subject, plane, seen, name, note)
        @template = template
        @subject = subject
        @plane = plane
        @frame = Projection::ViewFrame.new(*(plane ? [Geometry::Vec.neg(plane.normal), plane.up] : seen))
        @name = name
        @note = note
      end

      # (It goes by the model's number and revision: it is no drawing of its own.)
      def drawing(source, title, number)
        made =
          Linking::FreshDrawing.of(
            sheet,
            @subject.model,
            @subject.revision,
            source,
            title: title,
            number: number,
            variant: @subject.variant
          )
        made.with([made.meta.dup.tap { |m| m.revision = @subject.revision.to_s }])
      end

      private

      # The template's first sheet with one berth.
      def sheet
        document = @template.bare.document
        first = document.sheets.first
        others = document.sheets.drop(1)
        away = others.map(&:id)
        cells =
          document.cells.values.reject { |c| others.include?(c) || (c.respond_to?(:sheet) && away.include?(c.sheet)) }
        plain = Drawings::Drawing.new(cells.to_h { |c| [Drawings::Cells.key(c), c] })
        Drawings::Template.new(@template.name, plain.with([berth(first), *noted(plain, first)]), @template.revision)
      end

      def berth(sheet)
        x0, y0, x1, y1 = sheet.paper.frame
        Drawings::Berth.new(
          id: 'kept',
          sheet: sheet.id,
          name: @name,
          kind: 'principal',
          sight: @frame.numbers,
          style: 'visible',
          scale: 'sheet',
          x: (x0 + x1) / 2,
          y: (y0 + y1) / 2,
          width: (x1 - x0) * SHARE,
          height: (y1 - y0) * SHARE,
          pinned: false,
          by_plane: @plane && true,
          exploded: @subject.state,
          label: @name
        )
      end

      def noted(document, sheet)
        return [] unless @note

        x0, _, _, y1 = sheet.paper.frame
        edit = Drawings::AnnotationEdits.add_note(document, sheet.id, @note, x0 + INDENT, y1 - INDENT)
        edit.changes.values
      end
    end
  end
end
