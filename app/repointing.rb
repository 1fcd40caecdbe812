# frozen_string_literal: true

module App
  # Assemblies with a component's model in place of another.
  module Repointing
    module_function

    # Text of an assembly's latest revision that names another model wherever it named one.
    def assembly_text(assembly, old, new) = text(assembly.latest.recipe, old, new)

    # The same of assembly text; revisions asked for are let go, since they were the first one's.
    def text(text, old, new)
      name = new.number || new.slug
      Nockplane::Modelling::AssemblyRecipe
        .parse(text)
        .components
        .each_with_index do |c, i|
          next unless [old.number, old.slug].compact.include?(c['model'].to_s)

          if c.key?('revision')
            text = Nockplane::Modelling::RecipeSource.new(text).without_key("components[#{i}]", 'revision')
          end
          text = Nockplane::Modelling::RecipeSource.new(text).with("components[#{i}].model", name)
        end
      unpinned(text, old)
    end

    def unpinned(text, old)
      recipe = Nockplane::Modelling::AssemblyRecipe.parse(text)
      recipe.with_pins(recipe.pins.except(old.number, old.slug))
    end
    private_class_method :unpinned
  end
end
