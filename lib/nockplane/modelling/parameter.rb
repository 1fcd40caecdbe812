# frozen_string_literal: true

module Nockplane
  module Modelling
    # A named size of a recipe: a number or an expression of other parameters; unit mm, deg or count; tolerance as
    # written ("±0.1", "+0.2/-0.1", "H7") or nil; path of its value in the recipe text; min, max: limits of the value,
    # or nil. A parameter of unit text is one of its choices ([String]), not an expression.
    Parameter = Struct.new(:name, :given, :unit, :tolerance, :note, :path, :min, :max, :choices, keyword_init: true) do
      def text? = unit == 'text'
      def expression? = !text? && given.is_a?(String)

      def to_h_with(value)
        {
          name: name,
          value: value,
          unit: unit,
          tolerance: tolerance,
          expression: expression? ? given : nil,
          note: note,
          choices: choices
        }
      end
    end
  end
end
