# frozen_string_literal: true

module Nockplane
  # Recipes: parameters, profiles and features, read from text with the line of every value, evaluated to a solid whose
  # faces have lasting names, and to the model dimensions that the parameters measure. docs/recipe.md tells the format.
  module Modelling
  end
end
