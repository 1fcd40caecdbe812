# frozen_string_literal: true

module App
  module Presenters
    # The sizes that can be typed at a dimension: its own, those of a callout's parts, number and spacing of a pattern.
    # (Of DrawingPage)
    module SizesTyped
      # One field: id in the model; title; value and tolerance as typed (tolerance nil where it can carry none); fits:
      # [[code, deviations], ...]; parameter: its name, nil for none.
      Typed = Struct.new(:id, :title, :value, :tolerance, :fits, :parameter)

      # [Typed]; empty where nothing can be changed here.
      def typed(dimension)
        @typed ||= {}
        @typed[dimension.id] ||= changeable?(dimension) ? fields_of(dimension) : []
      end

      private

      def changeable?(dimension)
        model = model_of(@value.view(dimension.view))
        !imported?(model) && Workshop.size_edit(model, dimension.dimension, variant_of(dimension)).dimension
      end

      # The variant whose size it is, nil for the model's own.
      def variant_of(dimension) = @value.binding(@value.view(dimension.view).binding).variant

      def fields_of(dimension)
        model = model_of(@value.view(dimension.view))
        variant = variant_of(dimension)
        ids = Workshop.companions(model, dimension.dimension, variant)
        edits = ids.map { |id| [id, Workshop.size_edit(model, id, variant)] }
        return [] if edits.empty? || (edits[0][1].refusal && !dimension.snapshot.parts)

        edits.reject { |_, edit| edit.refusal }.map { |id, edit| field(dimension, id, edit) }
      end

      def field(dimension, id, edit)
        found = edit.dimension
        tolerance = edit.tolerance_refusal ? nil : edit.tolerance.to_s
        Typed.new(
          id,
          id == dimension.dimension ? 'Value in the model' : title(id),
          given_words(dimension, found, edit),
          tolerance,
          tolerance ? fits(found) : [],
          found.parameter
        )
      end

      def title(id) = Nockplane::Linking::SizeLabel.recipe(id).sub(/\A./, &:upcase)

      # (A size of the sheet as the sheet shows it, also where the model moved on.)
      def given_words(dimension, found, edit)
        return "= #{edit.expression}" if edit.expression
        return found.value.round.to_s if found.kind == :count

        shown = dimension.snapshot if found.id == dimension.dimension
        shown ||= dimension.snapshot.parts&.find { |p| p.name == found.id } || found
        Nockplane::Drawings::Annotations.of(shown).typed(@value.standard, shown)
      end

      def fits(found)
        return [] unless found.unit == 'mm'

        holes = { diameter: true, turned_diameter: false }[found.kind]
        Nockplane::Tolerancing::Fits
          .at(found.value, holes: holes)
          .map { |code, *deviations| [code, Nockplane::Tolerancing::Fits.words(*deviations)] }
      end
    end
  end
end
