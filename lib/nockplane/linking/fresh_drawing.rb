# frozen_string_literal: true

module Nockplane
  module Linking
    # A drawing of a model from a template, nearly done: berths filled, model dimensions adopted where the template
    # wants them, and laid out again with the room that those dimensions take, at the largest scale at which nothing
    # collides.
    class FreshDrawing
      # How often the layout is made anew with the room that annotations were found to take.
      ROUNDS = 3
      # mm added to the room found, since rows fall a little differently at another place.
      SLACK = 1.5

      # adopt: ids of the views to adopt into, nil for those whose berths want it; front: ViewFrame of the model's own
      # front, nil for the usual one. Returns a Drawings::Drawing.
      def self.of(template, model_id, revision, source, title:, number:, adopt: nil, front: nil)
        new(
          template,
          template.fill(model_id, revision, source, title: title, number: number, front: front),
          source,
          adopt
        ).drawing
      end

      # first: the Drawing with its berths filled.
      def initialize(template, first, source, adopt)
        @template = template
        @source = source
        @first = first
        @adopt = adopt || template.berths.select(&:adopt).map(&:id)
      end

      def drawing
        found = [adopted(@first)]
        return found[0] if found[0].dimensions.empty?

        ROUNDS.times do
          break if found.size > 1 && clear?(found[-1])

          again = laid_out(found[-1]) or break
          found << again
        end
        found.min_by.with_index { |d, i| [faults(d), -scale(d), i] }
      end

      private

      def adopted(drawing) = Adoption.adopted(drawing, @source, @adopt)
      def scale(drawing) = drawing.sheets.sum(&:scale)
      def clear?(drawing) = faults(drawing).zero?

      def faults(drawing)
        drawing.sheets.sum do |sheet|
          scene = Drawings::SceneBuilder.new(drawing, sheet.id, @source, shade: :known).scene
          Drawings::Overlaps.new(drawing, sheet, scene).all.size
        end
      end

      # The drawing with its views laid out by the room their annotations take, and these in rows anew; nil when no
      # scale fits.
      def laid_out(drawing)
        cells = drawing.sheets.flat_map { |sheet| placed(drawing, sheet) or return nil }
        moved = Drawings::Drawing.new(drawing.cells.merge(keyed(cells)))
        Drawings::Drawing.new(moved.cells.merge(keyed(Drawings::StandardChange.redimensioned(moved, @source))))
      end

      def keyed(cells) = cells.to_h { |c| [Drawings::Cells.key(c), c] }

      def placed(drawing, sheet)
        views = drawing.views_on(sheet.id)
        return [] if views.empty?

        margins =
          Drawings::Arranging
            .margins(drawing, sheet, @source)
            .transform_values { |m| m.map { |mm| mm.positive? ? mm + SLACK : mm } }
        homes = @template.berths.to_h { |b| [b.id, b] }
        # Each begins where the template has it.
        wanted = views.map { |v| homes[v.id] ? v.dup.tap { |x| x.x, x.y = homes[v.id].x, homes[v.id].y } : v }
        result =
          Drawings::Arranging.layout(
            drawing,
            sheet,
            wanted,
            @source,
            fixed: @template.document.meta.scale_rule,
            margins: margins
          )
        return nil unless result.fits

        views.map { |v| v.dup.tap { |x| x.x, x.y, x.scale = result.places.fetch(v.id) } } +
          [sheet.dup.tap { |s| s.scale = result.scale }]
      end
    end
  end
end
