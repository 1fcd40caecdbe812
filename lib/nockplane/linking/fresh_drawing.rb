# frozen_string_literal: true

module Nockplane
  module Linking
    # A drawing of a model from a template, nearly done: berths filled, model dimensions adopted where the template
    # wants them, and laid out again with the room that those dimensions take, at the largest scale at which nothing
    # collides.
    class FreshDrawing
      # adopt: ids of the views to adopt into, nil for those whose berths want it; front: ViewFrame of the model's own
      # front, nil for the usual one; variant: of the model, nil for none. Returns a Drawings::Drawing.
      def self.of(
        template,
        model_id,
        revision,
        source,
        title:,
        number:,
        adopt: nil,
        front: nil,
        rules: nil,
        variant: nil
      )
        new(
          template,
          template.fill(model_id, revision, source, title: title, number: number, front: front, variant: variant),
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
        @adopt = adopt || template.berths.select { |b| b.adopt || b.by_plane }.map(&:id)
      end

      def drawing
        first = adopted(@first)
        best = first.dimensions.empty? ? first : relaying.best(first)
        ruled(@rules && first.dimensions.any? ? finished(best) : best)
      end

      private

      # By the layout rules that the template brings; without any it is laid out by the usual ones already.
      def ruled(drawing)
        own = @template.document.cells.keys.any? { |k| k.start_with?('rule/') }
        own ? Drawings::Tidying.run(drawing, @source).drawing : drawing
      end

      # Each view begins where the template has it.
      def relaying
        @relaying ||=
          Drawings::Relaying.new(
            @source,
            homes: @template.berths.to_h { |b| [b.id, [b.x, b.y]] },
            fixed: @template.document.meta.scale_rule
          )
      end

      def adopted(drawing)
        by_plane, rest = @adopt.partition { |id| @template.document.berth(id)&.by_plane }
        planned = PlaneAdoption.adopted(drawing, @source, by_plane)
        found = Adoption.adopted(planned, @source, rest, only: @rules&.method(:want?))
        return found unless @rules

        # (Running dimensions all go from one base, also where symmetry would tell the other half.)
        Completing.completed(found, @source, only: @rules.method(:want?), lean: !@rules.running?)
      end

      # What needs the sheet as it will be: running rows, where they stand in nothing's way, and general notes.
      def finished(drawing)
        GeneralNotes.added(@rules.running? ? running(drawing) : drawing, @source)
      end

      # With running rows on the side of their views where less is in the way; as it is where they would stand in more.
      def running(drawing)
        tried = [1, -1].map { |side| Drawings::RunningRows.of(drawing, @source, side: side) }
        [*tried, drawing].min_by.with_index { |d, i| [relaying.faults(d), i] }
      end
    end
  end
end
