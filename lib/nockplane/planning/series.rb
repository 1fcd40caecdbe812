# frozen_string_literal: true

module Nockplane
  module Planning
    # A drawing of a family: one document that is shown for any variant of its model. What a variant has of its own on
    # it (Drawings::Variation) is kept beside it; the series changes on beneath.
    class Series
      # The drawing can't be shown so; the reason is a sentence.
      class Unshown < Nockplane::Error
      end

      attr_reader :drawing

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # The binding to the family, nil of a drawing that shows nothing.
      def binding = @drawing.bindings[0]
      # Revision of the family that the drawing shows.
      def revision = @drawing.views.find { |v| v.binding == binding.id }&.revision || 1

      # Modelling::Recipe of the family at that revision; nil of what is none.
      def recipe
        return @recipe if defined?(@recipe)

        text = binding && @source.text(Products::Subject.new(binding.model, revision))
        @recipe = text && own_recipe?(text) ? Modelling::Recipe.parse(text) : nil
      end

      # Names of the rows of the table.
      def variants = recipe ? recipe.variants.keys : []

      def subject(variant) = Products::Subject.new(binding.model, revision, variant)

      # Drawings::Variation of a variant, an empty one when it has nothing of its own.
      def variation(variant)
        known = @drawing.variations.find { |v| v.variant == variant }
        known || Drawings::Variation.new(id: @drawing.next_id('o'), variant: variant)
      end

      # The drawing for a variant with what it has of its own. Raises Unshown, RecipeFault.
      def shown(variant, plain = plain(variant)) = variation(variant).on(plain)

      # The drawing for a variant as the series has it.
      def plain(variant) = Shown.new(self, variant, @source).drawing

      # The base without what its variants have of their own: what #plain rests on.
      def bare
        cells = @drawing.cells.reject { |key, _| key.start_with?('variation/') }
        Drawings::Drawing.new(cells)
      end

      # Edit of the series that keeps what an edit of the sheet of a variant does, for that variant alone; or a Refusal.
      def kept(variant, edit, plain = plain(variant))
        own = variation(variant)
        after = own.on(plain).apply(edit)
        return after if after.is_a?(Drawings::Refusal)

        found = own.keeping(edit.touches, plain, after)
        label = "#{edit.label} (only #{variant})"
        return Drawings::Edit.new(label, { Drawings::Cells.key(own) => nil }) if found.empty?

        Drawings::Edit.put(label, found)
      end

      # Edit that takes back what a variant has of its own: of one cell (key), or all.
      def reset(variant, key = nil)
        own = variation(variant)
        return Drawings::Refusal.new("#{variant} has nothing of its own", []) if own.empty?
        return Drawings::Refusal.new('that is as the series has it already', []) if key && !own.patches.key?(key)

        left = key ? own.without(key) : own.dup.tap { |v| v.patches = {} }
        changes = { Drawings::Cells.key(own) => (left unless left.empty?) }
        Drawings::Edit.new("#{variant} is as the series has it#{' again' unless key}", changes)
      end

      # [[cell key, words], ...]: what a variant has of its own.
      def differences(variant)
        own = variation(variant)
        own.patches.map { |key, patch| [key, Differences.words(key, patch, @drawing)] }
      end

      # The drawing of a variant as a drawing of its own, that no series stands behind.
      def split_off(variant, title:, number:)
        found = shown(variant)
        meta = found.meta.dup.tap { |m| m.title, m.number, m.series, m.variant = title, number, nil, nil }
        Drawings::Drawing.new(found.cells.reject { |key, _| key.start_with?('variation/') }).with([meta])
      end

      private

      def own_recipe?(text) = !Modelling::AssemblyRecipe.is?(text) && !Modelling::ImportReference.is?(text)
    end
  end
end
