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
      def self.of(template, model_id, revision, source, title:, number:, adopt: nil, front: nil, rules: nil)
        new(
          template,
          template.fill(model_id, revision, source, title: title, number: number, front: front),
          source,
          adopt,
          rules
        ).drawing
      end

      # first: the Drawing with its berths filled; rules: SizeRules by which it is made complete, nil for what the model
      # offers.
      def initialize(template, first, source, adopt, rules = nil)
        @template = template
        @source = source
        @first = first
        @rules = rules
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
        found.concat(smaller(found)) unless found.any? { |d| clear?(d) }
        best = found.min_by.with_index { |d, i| [faults(d), -scale(d), i] }
        @rules ? finished(best) : best
      end

      private

      def adopted(drawing)
        found = Adoption.adopted(drawing, @source, @adopt, only: @rules&.method(:want?))
        return found unless @rules

        # (Running dimensions all go from one base, also where symmetry would tell the other half.)
        Completing.completed(found, @source, only: @rules.method(:want?), lean: !@rules.running?)
      end

      # How many smaller scales are tried where too much stands on the sheet.
      SMALLER = 2

      # The drawing at the next smaller scales, as far as the template leaves the scale open.
      def smaller(found)
        return [] if @template.document.meta.scale_rule

        scale = found.map { |d| scale(d) }.min
        Drafting::Scale::PREFERRED.select { |s| s < scale }.first(SMALLER).each_with_object([]) do |s, list|
          again = laid_out(found[-1], fixed: s)
          list << again if again
          break list if again && clear?(again)
        end
      end

      # What needs the sheet as it will be: running rows, where they stand in nothing's way, and general notes.
      def finished(drawing)
        GeneralNotes.added(@rules.running? ? running(drawing) : drawing, @source)
      end

      # With running rows on the side of their views where less is in the way; as it is where they would stand in more.
      def running(drawing)
        tried = [1, -1].map { |side| Drawings::RunningRows.of(drawing, @source, side: side) }
        [*tried, drawing].min_by.with_index { |d, i| [faults(d), i] }
      end

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
      def laid_out(drawing, fixed: @template.document.meta.scale_rule)
        cells = drawing.sheets.flat_map { |sheet| placed(drawing, sheet, fixed) or return nil }
        moved = Drawings::Drawing.new(drawing.cells.merge(keyed(cells)))
        Drawings::Drawing.new(moved.cells.merge(keyed(Drawings::StandardChange.redimensioned(moved, @source))))
      end

      def keyed(cells) = cells.to_h { |c| [Drawings::Cells.key(c), c] }

      def placed(drawing, sheet, fixed)
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
            fixed: fixed,
            margins: margins
          )
        return nil unless result.fits

        views.map { |v| v.dup.tap { |x| x.x, x.y, x.scale = result.places.fetch(v.id) } } +
          [sheet.dup.tap { |s| s.scale = result.scale }]
      end
    end
  end
end
