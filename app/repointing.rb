# frozen_string_literal: true

module App
  # Assemblies with a component's model in place of another.
  module Repointing
    module_function

    # Text of an assembly that names another model wherever it named one; revisions asked for are let go, since they
    # were the first one's.
    def assembly_text(assembly, old, new)
      source = Nockplane::Modelling::RecipeSource.new(assembly.latest.recipe)
      name = new.number || new.slug
      text = source.text
      Nockplane::Modelling::AssemblyRecipe
        .parse(text)
        .components
        .each_with_index do |c, i|
          next unless [old.number, old.slug].compact.include?(c['model'].to_s)

          at = Nockplane::Modelling::RecipeSource.new(text)
          at = Nockplane::Modelling::RecipeSource.new(at.without_key("components[#{i}]", 'revision')) if c.key?(
            'revision'
          )
          text = at.with("components[#{i}].model", name)
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
