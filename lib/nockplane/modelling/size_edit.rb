# frozen_string_literal: true

module Nockplane
  module Modelling
    # Changing the value behind a model dimension, or the count of a pattern, in its recipe's text.
    class SizeEdit
      # id: of the ModelDimension or PatternCount; recipe: the Recipe; model: what it evaluates to.
      def initialize(recipe, model, id)
        @recipe = recipe
        @dimension = model.dimension(id) || PatternCount.find(recipe, id, model.values || {})
      end

      # The ModelDimension or PatternCount; nil when the model has it no more.
      attr_reader :dimension

      # Why the size can't be changed here, in words; nil when it can.
      def refusal
        return 'The latest revision of the model has no such size any more; update the drawing first.' unless @dimension

        unless @dimension.editable?
          'This size is worked out by an expression; change the parameters it rests on, in the model.'
        end
      end

      # The value as the recipe's text has it: a number, or the text of an expression.
      def value = @dimension.path && @recipe.source.at(@dimension.path)
      # The expression that gives it; nil for a number.
      def expression = parameter&.expression? ? parameter.given : nil

      # Why the size can't carry a tolerance, in words; nil when it can.
      def tolerance_refusal
        return nil if parameter && @dimension.kind != :count

        'This size has no name in the recipe, so nothing there can hold its tolerance; make it a parameter first.'
      end

      # The tolerance as the recipe's text has it, nil for none.
      def tolerance = parameter&.tolerance

      # Recipe text with the new value (mm or degrees, or the text of an expression), and with another tolerance (text,
      # nil for none) unless that is kept. Only when there is no #refusal. Raises RecipeFault.
      def text(value, tolerance: :keep)
        changed = @recipe.source.with(@dimension.path, value)
        return changed if tolerance == :keep

        Recipe.parse(changed).with_tolerance(@dimension.parameter, tolerance).text
      end

      private

      def parameter = @dimension&.parameter && @recipe.parameter(@dimension.parameter)
    end
  end
end
