# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The variants of a family on a tabulated drawing: a row for each, a column for each letter that stands in the
      # figure in place of a value (TAB-02, TAB-03).
      class VariantList < Kind
        NAME = 'variants'
        TITLE = 'table of variants'
        # Letters in place of values (TAB-01: without I, O, Q, S, X, Z).
        LETTERS = 'ABCDEFGHJKLMNPRTUVWY'.chars.freeze
        FIELDS = ['variant', 'number', 'name', *LETTERS].freeze
        COLUMNS = [['variant', 'Variant', 26], ['number', 'Number', 28]].freeze
        # What stands where a variant has no such size.
        NONE = '–'

        def corner = 'upper left'

        def rows(_table, context)
          binding = context.drawing.bindings[0] or return []
          view = context.drawing.views.find { |v| v.binding == binding.id } or return []
          text = context.source.text(Products::Subject.new(binding.model, view.revision))
          return [] if Modelling::AssemblyRecipe.is?(text) || Modelling::ImportReference.is?(text)

          recipe = Modelling::Recipe.parse(text)
          kept(context, text, recipe) do
            recipe.variants.keys.map { |name| row(context, binding, view.revision, name, recipe) }
          end
        end

        # Words of a value in the table: the number alone, of a callout all of it.
        def self.words(standard, found)
          return Annotations::Snapshot.of(found).words(standard).to_s if found.parts

          size = Drafting::SizeText.new(standard)
          found.kind == :angle ? size.angle(found.value) : size.number(found.value)
        end

        private

        # (Of a table of many rows many models are asked: what they say is kept.)
        def kept(context, text, recipe, &work)
          lettered =
            context.drawing.dimensions.filter_map { |d| [d.dimension, *d.wording.to_a] if d.wording&.lettered? }
          context.source.kept(
            'variant-table',
            text,
            JSON.generate([recipe.variants, lettered, context.drawing.meta.standard]),
            &work
          )
        end

        def row(context, binding, revision, name, recipe)
          number = recipe.variants[name].dig(Modelling::Variants::PROPERTIES, 'number').to_s
          model = context.source.model(Products::Subject.new(binding.model, revision, name))
          { 'variant' => name, 'number' => number, 'name' => model.name, **values(context.drawing, model) }
        rescue Modelling::RecipeFault
          { 'variant' => name, 'number' => number, 'name' => 'cannot be built', **blanks(context.drawing) }
        end

        def lettered(drawing) = drawing.dimensions.select { |d| d.wording&.lettered? }

        def blanks(drawing)
          lettered(drawing).flat_map { |d| [d.wording.letter, d.wording.counted] }.compact.to_h { |l| [l, NONE] }
        end

        def values(drawing, model)
          lettered(drawing).each_with_object({}) do |d, all|
            found = model.dimension(d.dimension)
            found = nil unless found && found.kind.to_s == d.snapshot.kind
            all[d.wording.letter] = found ? VariantList.words(drawing.standard, found) : NONE if d.wording.letter
            all[d.wording.counted] = found ? found.count.to_s : NONE if d.wording.counted
          end
        end
      end
    end
  end
end
