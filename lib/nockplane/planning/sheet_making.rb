# frozen_string_literal: true

module Nockplane
  module Planning
    # Makes the drawing of one part or assembly as a sheet run wants it: from a template, by the run's choices.
    class SheetMaking
      # What was made: the Drawing, and sentences about what could not be.
      Made = Struct.new(:drawing, :remarks)

      # subject: Products::Subject; front: ViewFrame of the model's own front, nil for the usual one; scale: of the row,
      # instead of the run's; orientation: named view that is the principal one, nil for the run's choice.
      def initialize(template, subject, source, choices, front: nil, scale: nil, orientation: nil)
        @template = template
        @subject = subject
        @source = source
        @choices = scale ? choices.dup.tap { |c| c.scale = scale } : choices
        @own_front = front
        @orientation = orientation
        @remarks = []
      end

      # Made. Raises RecipeFault where the model can't be built.
      def call(title:, number:)
        raise Nockplane::Error, "the template '#{@template.title}' has no berths to fill" if document.berths.empty?

        drawing = fresh(title, number)
        drawing = with_hole_table(drawing)
        drawing = with_balloons(drawing)
        Made.new(centred(drawing), @remarks)
      end

      # ViewFrame that the principal view looks along; nil for the template's.
      def front
        return @front if defined?(@front)

        base = @orientation ? Projection::ViewFrame.named(@orientation) : @own_front
        @front = @choices.level ? level(base || Projection::ViewFrame.named('front')) : base
      end

      private

      def model = @model ||= @source.model(@subject)

      def fresh(title, number)
        rules = @choices.rules
        Linking::FreshDrawing.of(
          Drawings::Template.new(@template.name, document, @template.revision),
          @subject.model,
          @subject.revision,
          @source,
          title: title,
          number: number,
          adopt: rules ? sized : [],
          front: front,
          rules: rules,
          variant: @subject.variant
        )
      end

      # Ids of the berths that sizes go to.
      def sized = document.berths.reject { |b| Drawings::Views.of(b).pictorial? }.map(&:id)

      # The template's document as the choices have it.
      def document = @document ||= standard(Drawings::Drawing.new(cells))

      def cells
        gone = left_out
        @template
          .document
          .cells
          .filter_map do |key, cell|
            next if cell.is_a?(Drawings::Berth) && gone.include?(cell.id)

            [key, cell.is_a?(Drawings::Berth) ? berth(cell) : (cell.is_a?(Drawings::Table) ? table(cell) : cell)]
          end
          .to_h
      end

      # Ids of the berths that stay away, with what hangs on them.
      def left_out
        all = @template.document.berths
        gone = all.select { |b| unwanted?(b) }.map(&:id)
        loop do
          more = all.select { |b| gone.include?(b.parent) && !gone.include?(b.id) }.map(&:id)
          return gone if more.empty?

          gone += more
        end
      end

      def unwanted?(berth)
        kind = Drawings::Views.of(berth)
        Array(@choices.off).include?(berth.name) || (@choices.pictorial == 'none' && kind.pictorial?) ||
          (@choices.flat == false && kind.state)
      end

      def berth(cell)
        cell.dup.tap do |b|
          b.style = 'shaded' if @choices.pictorial == 'shaded' && Drawings::Views.of(b).pictorial?
          b.centre_lines = @choices.centre_lines unless @choices.centre_lines.nil?
          b.adopt = nil
        end
      end

      def table(cell)
        return cell unless cell.kind == Drawings::Tables::PartsList::NAME

        cell.dup.tap do |t|
          t.structure = @choices.structure if @choices.structure
          t.corner, t.dx, t.dy = corner(@choices.parts, cell.sheet) if @choices.parts
        end
      end

      # [corner, mm, mm] of a place given in mm or per cent of a sheet.
      def corner((name, across, up), sheet_id)
        paper = @template.document.sheet(sheet_id).paper
        [name, offset(across, paper.width), offset(up, paper.height)]
      end

      def offset(given, size)
        text = given.to_s.tr(',', '.')
        text.end_with?('%') ? (text.to_f / 100 * size).round(3) : text.to_f
      end

      def standard(document)
        meta =
          document.meta.dup.tap do |m|
            m.scale_rule = @choices.factor || (m.scale_rule if @choices.scale == 'template')
            next if @choices.projection == 'template'

            m.standard = document.standard.with('first_angle' => @choices.projection == 'first').to_h
          end
        document.with([meta])
      end

      # The view with its long way level: turned on the paper, or from the side where the part is deeper than wide.
      def level(base)
        return base if model.assembly? && @orientation.nil?

        w, h, d = extents(base)
        return base if w >= [h, d].max - 1e-6
        return base.turned(90) if h >= d

        base.folded(1, 0, first_angle: false)
      end

      def extents(frame)
        frame.project(model.solid).map { |values| values.minmax.then { |a, b| b - a } }
      end

      # A hole table of the first view that shows holes from above, at its corner.
      def with_hole_table(drawing)
        return drawing unless @choices.holes && !model.assembly?

        making = Drawings::Tables::Making.new(drawing, @source)
        drawing.views.each do |view|
          edit = making.holes(view.id, lower_left(drawing, view))
          next unless edit.is_a?(Drawings::Edit)

          after = drawing.apply(edit)
          table = after.tables.find { |t| drawing.cells["table/#{t.id}"].nil? }
          name, dx, dy = corner(@choices.holes, @template.document.sheets.first.id)
          return after.with([table.dup.tap { |t| t.corner, t.dx, t.dy = name, dx, dy }])
        end
        @remarks << 'no view shows holes from above for a hole table'
        drawing
      end

      # The corner of the view's outline that is lowest on the left, on paper.
      def lower_left(drawing, view)
        builder = Drawings::SceneBuilder.new(drawing, view.sheet, @source, shade: :known)
        snaps = Drawings::Annotations::Snaps.new(builder.shown(view), builder.place(view))
        x0, y0, = builder.place(view).outline
        near = snaps.points.min_by { |p| Math.hypot(p.x - x0, p.y - y0) }
        near ? [near.x, near.y] : nil
      end

      # Round the view that shows most of the parts; what it does not show, round others.
      def with_balloons(drawing)
        return drawing if @choices.balloons == 'none' || !model.assembly?

        given = { shape: @choices.balloons, counted: @choices.counted }
        edit = Drawings::Balloons.everywhere(drawing, @source, 'b1', **given)
        (edit.is_a?(Drawings::Edit) ? drawing.apply(edit) : drawing).tap { |d| told_missing(d) }
      end

      def told_missing(drawing)
        said = drawing.notes.filter_map(&:item)
        items = Drawings::Tables::Items.new(model, Drawings::Tables::Items.table(drawing, 'b1')).rows
        left = items.reject { |r| said.include?(r['key']) }
        return if left.empty?

        @remarks << "no balloon for #{
          left.map { |r| "item #{r['item']} (#{r['name']})" }.first(6).join(', ')
        }: no view shows it"
      end

      def centred(drawing)
        return drawing unless @choices.centred && drawing.dimensions.any?

        edit = Drawings::LayoutRuleEdits.add(drawing, Drawings::LayoutRules::WordsCentred::NAME)
        edit.is_a?(Drawings::Edit) ? Drawings::Tidying.run(drawing.apply(edit), @source).drawing : drawing
      end
    end
  end
end
