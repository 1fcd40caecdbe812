# frozen_string_literal: true

module App
  # Models that assemblies have as purchased parts.
  module Purchased
    module_function

    # Ids of them, by the latest revisions of all assemblies.
    def ids
      names = assemblies.flat_map { |text| Workshop.source.kept('purchased-names', text) { names_in(text) } }.uniq
      Records::Model.where(number: names).or(Records::Model.where(slug: names)).pluck(:id)
    end

    def assemblies
      newest = Records::Revision.group(:model_id).maximum(:id).values
      Records::Revision
        .joins(:model)
        .where(id: newest, models: { removed_at: nil })
        .where('recipe LIKE ?', '%assembly/1%')
        .pluck(:recipe)
        .select { |t| Nockplane::Modelling::AssemblyRecipe.is?(t) }
    end

    def names_in(text)
      Ractor.make_shareable(
        Workshop.parse(text).components.select { |c| c['purchased'] == true }.map { |c| c['model'].to_s }
      )
    rescue Nockplane::Error
      [].freeze
    end
  end
end
