# frozen_string_literal: true

module Nockplane
  module Modelling
    # Rows of a recipe's table of variants: { parameter => value, feature id => true or false, "properties" => { name =>
    # text } }. Values may be expressions of other parameters, as in the recipe; of the properties "number" and "name"
    # are what the variant is called.
    module Variants
      PROPERTIES = 'properties'
      NAME = 'name'

      module_function

      # { key of the row => what is wrong with it } of a row in a recipe.
      def faults(recipe, row)
        row.to_h { |key, value| [key, fault(recipe, key, value)] }.compact
      end

      # The recipe that a row stands for, without the table. Raises RecipeFault.
      def recipe_of(recipe, row)
        bare = Recipe.parse(recipe.source.without_key('', 'variants'))
        sizes, others = row.except(PROPERTIES).partition { |key, _| recipe.parameter(key) }
        made = others.reduce(bare.with_sizes(sizes.to_h)) { |found, (id, on)| found.switched(id, on) }
        named = (row[PROPERTIES] || {}).transform_values(&:to_s)
        return made if named.empty?

        Recipe.parse(Retitling.of(made.text, name: named[NAME], properties: named.except(NAME)))
      end

      # Text of a recipe in which a variant has the sizes that a changed text of it has: values go into its row,
      # tolerances into the recipe, since a row has none. Raises RecipeFault for a size without a name, which all
      # variants share.
      def resized(recipe, name, changed)
        old, new = recipe.variant(name), Recipe.parse(changed)
        values, tolerances = differing(old, new)
        again = tolerances.reduce(old.with_sizes(values)) { |r, (key, text)| r.with_tolerance(key, text) }
        unless again.text == new.text
          raise RecipeFault,
                Fault.new(
                  nil,
                  'variants',
                  'this size has no name in the recipe, so all variants share it; make it a parameter first'
                )
        end

        base = tolerances.reduce(recipe) { |r, (key, text)| r.with_tolerance(key, text) }
        rows = recipe.variants.merge(name => recipe.variants.fetch(name).merge(values))
        VariantTable.new(base).with(rows).text
      end

      # [{ parameter => value }, { parameter => tolerance }] that are others.
      def differing(old, new)
        pairs = new.parameters.map { |p| [p, old.parameter(p.name)] }
        [
          pairs.reject { |p, q| p.given == q.given }.to_h { |p, _| [p.name, p.given] },
          pairs.reject { |p, q| p.tolerance == q.tolerance }.to_h { |p, _| [p.name, p.tolerance] }
        ]
      end

      # What is wrong with a value in a row, nil when nothing is.
      def fault(recipe, key, value)
        return properties_fault(value) if key == PROPERTIES

        parameter = recipe.parameter(key)
        return parameter_fault(parameter, value) if parameter
        return switch_fault(value) if recipe.feature_ids.include?(key)

        near = DidYouMean::SpellChecker.new(dictionary: recipe.parameters.map(&:name) + recipe.feature_ids).correct(key)
        hint = near.empty? ? '' : "; did you mean '#{near[0]}'?"
        "'#{key}' must be a parameter with a value, or a feature with true or false#{hint}"
      end

      def parameter_fault(parameter, value)
        if parameter.text?
          return nil if parameter.choices.include?(value)

          return "'#{value}' is not among #{parameter.choices.join(', ')}"
        end
        return nil if value.is_a?(Numeric) || (value.is_a?(String) && !value.strip.empty?)

        "#{parameter.name} needs a number or an expression of other parameters"
      end

      def switch_fault(value)
        "a feature is switched by true or false (found '#{value}')" unless [true, false].include?(value)
      end

      def properties_fault(value)
        return 'properties are "name: text" lines' unless value.is_a?(Hash)

        wrong = value.keys.find { |k| !Retitling::KEY.match?(k.to_s) } and
          return "'#{wrong}' is no name for a property; use letters, digits, spaces, - and _"
        'the text of a property is one value' unless value.values.none? { |v| v.is_a?(Hash) || v.is_a?(Array) }
      end

      private_class_method :differing, :fault, :parameter_fault, :switch_fault, :properties_fault
    end
  end
end
