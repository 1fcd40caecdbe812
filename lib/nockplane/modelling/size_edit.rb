# frozen_string_literal: true

module Nockplane
  module Modelling
    # Changing the value behind a model dimension in its recipe's text.
    class SizeEdit
      # id: of the ModelDimension; recipe: the Recipe; model: what it evaluates to.
      def initialize(recipe, model, id)
        @recipe = recipe
        @dimension = model.dimension(id)
      end

      # Why the size can't be changed here, in words; nil when it can.
      def refusal
        return 'The latest revision of the model has no such size any more; update the drawing first.' unless @dimension
        unless @dimension.editable?
          return 'This size is worked out by an expression; change the parameters it rests on, in the model.'
        end

        parameter = @dimension.parameter && @recipe.parameter(@dimension.parameter)
        if parameter&.expression?
          "This size is the expression '#{parameter.given}'; change the parameters it rests on, in the model."
        end
      end

      # The value as the recipe's text has it: a number, or nil when an expression stands there.
      def value
        given = @recipe.source.at(@dimension.path)
        given.is_a?(Numeric) ? given : nil
      end

      # Recipe text with the new value (mm or degrees). Only when there is no #refusal.
      def text(value) = @recipe.source.with(@dimension.path, value)
    end
  end
end
