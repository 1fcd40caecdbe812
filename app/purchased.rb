# frozen_string_literal: true

module App
  # Models that assemblies have as purchased parts.
  module Purchased
    module_function

    # Ids of them, by the latest revisions of all assemblies.
    def ids
      names = PartUses.assemblies.values.flat_map { |uses| uses.select(&:purchased).map(&:name) }.uniq
      Records::Model.where(number: names).or(Records::Model.where(slug: names)).pluck(:id)
    end
  end
end
