# frozen_string_literal: true

module Nockplane
  module Linking
    # What a model says of its tolerances: sizes with one, or of its plan or file; datums, frames, textures.
    module SaidInModel
      module_function

      # [ModelDimension]
      def of(model) = model.dimensions.select { |d| said?(d) }

      # (A size without a tolerance says none, unless a plan or a file puts it there.)
      def said?(dimension)
        kind = Drawings::Annotations.all[dimension.kind.to_s] or return false
        return true unless kind.size?

        !dimension.tolerance.nil? || !dimension.prefix.nil? || dimension.stated?
      end

      # Words of a model dimension as they stand by a standard.
      def words(dimension, standard = Drafting::Standard.new)
        Drawings::Annotations::Snapshot.of(dimension).words(standard).to_s
      end
    end
  end
end
