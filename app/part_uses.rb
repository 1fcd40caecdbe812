# frozen_string_literal: true

module App
  # Which models the text of an assembly names, without building anything: read once, then kept by the text's own
  # digest.
  module PartUses
    # name: of the model as the assembly has it; revision: asked for or pinned, nil for the latest; variant; purchased;
    # ids: of its components.
    Use = Struct.new(:name, :revision, :variant, :purchased, :ids)

    module_function

    # [Use]; none of what is no assembly or can't be read (its own page tells why).
    def of(text)
      return NONE unless Nockplane::Modelling::AssemblyRecipe.is?(text)

      Workshop.store.fetch("uses-#{Digest::SHA256.hexdigest(text)[0, 40]}") { read(text) }.map { |u| Use.new(*u) }
    end
    NONE = [].freeze

    # { model id => [Use] } of the latest revisions of all assemblies that are not in the bin.
    def assemblies
      all =
        Records::Revision.lasting(:uses) do
          texts = Records::Revision.newest.where('recipe LIKE ?', '%assembly/1%').pluck(:model_id, :recipe)
          texts.select { |_, t| Nockplane::Modelling::AssemblyRecipe.is?(t) }.to_h { |id, t| [id, of(t)] }
        end
      all.slice(*Records::Model.where(id: all.keys).pluck(:id))
    end

    # (Plain lists: the store keeps those across versions.)
    def read(text)
      recipe = Nockplane::Modelling::AssemblyRecipe.parse(text)
      uses =
        recipe.components.group_by do |c|
          [c['model'].to_s, recipe.revision_of(c), c['variant'], c['purchased'] == true]
        end
      Ractor.make_shareable(uses.map { |use, list| [*use, list.map { |c| c['id'].to_s }] })
    rescue Nockplane::Modelling::RecipeFault
      NONE
    end
  end
end
