# frozen_string_literal: true

module Nockplane
  module Modelling
    # A named size of a recipe: a number or an expression of other parameters; unit mm, deg or count; tolerance as written
    # ("±0.1", "+0.2/-0.1", "H7") or nil; path of its value in the recipe text.
    Parameter = Struct.new(:name, :given, :unit, :tolerance, :note, :path, keyword_init: true) do
      def expression? = given.is_a?(String)
      def to_h_with(value) = { name: name, value: value, unit: unit, tolerance: tolerance, expression: expression? ? given : nil, note: note }
    end
  end
end
