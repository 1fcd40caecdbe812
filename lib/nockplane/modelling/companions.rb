# frozen_string_literal: true

module Nockplane
  module Modelling
    # The sizes that a person changes together with one: of a hole's callout its parts, of a size that stands for
    # several instances their number and spacing.
    module Companions
      SPACING = %i[pitch_circle centres].freeze

      module_function

      # Ids, the size's own first; a callout has none of its own. recipe: the Recipe; model: what it evaluates to.
      def ids(recipe, model, id)
        found = model.dimension(id) or return [id]
        own = found.parts ? found.parts.map(&:id) : [id]
        return own unless found.count.to_i > 1

        counts = PatternCount.of(recipe, found.feature, model.values || {}).map(&:id)
        own + counts + model.dimensions.select { |d| spacing?(d, found.feature) }.map(&:id)
      end

      def spacing?(dimension, feature) = dimension.feature == feature && SPACING.include?(dimension.kind)
    end
  end
end
