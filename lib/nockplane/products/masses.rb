# frozen_string_literal: true

module Nockplane
  module Products
    # Volume, mass and size of what a Source makes: exact, by densities, in words.
    module Masses
      # Exact volume, area and centre (Mass.extrapolated); of an assembly by its parts.
      def mass(text)
        @store.fetch(key('mass', text)) { Ractor.make_shareable(weighed(text)) }
      end

      # The box of the true shape, mm.
      def extent(text)
        model = model_of(text)
        model.assembled&.extent || Solids::Extent.of(model.solid)
      end

      # Has the exact volume been worked out before?
      def weighed?(text) = @store.known?(key('mass', text))

      # kg of a model by its density, of an assembly the sum of its components; nil when any density is not known.
      def weight(text)
        model = model_of(text)
        unless Modelling::AssemblyRecipe.is?(text)
          return Modelling::Materials.density(model.properties) &&
                 Modelling::Materials.mass(model.properties, mass(text).volume)
        end

        known = {}
        found =
          model.components.map do |c|
            known.fetch(c.component) { known[c.component] = text_at(text, c.path)&.then { |t| weight(t) } }
          end
        found.sum if found.all?
      end

      # Mass of a model in words for a title block, "0.123 kg": its property, else computed; nil when a density is not
      # known.
      def mass_words(subject)
        text = @texts.of(subject)
        words =
          @store.fetch(key('mass-words', text)) do
            weight(text).then { |kg| (kg ? "#{format('%.3f', kg)} kg" : '').freeze }
          end
        words.empty? ? nil : words
      end

      def mass_known?(subject)
        text = @texts.of(subject)
        @store.known?(key('mass-words', text)) || weightless?(text)
      end

      private

      # Is it a part without a density, of which that is known without weighing it?
      def weightless?(text)
        built?(text) && !Modelling::AssemblyRecipe.is?(text) &&
          Modelling::Materials.density(model_of(text).properties).nil?
      end

      def weighed(text)
        coarse = model_of(text)
        alone = coarse.assembled && @parts_importer && Modelling::ImportReference.is?(text)
        Weighing.of(
          coarse,
          alone ? @parts_importer.call(Modelling::ImportReference.parse(text), 2) : model_of(text, refine: 2)
        )
      end
    end
  end
end
