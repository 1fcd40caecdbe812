# frozen_string_literal: true

module Nockplane
  module Modelling
    # A built model: what a recipe evaluates to. Frozen and safe to cache.
    # values: { parameter => Float }; dimensions: [ModelDimension]; threads: { face name => Threads::Thread };
    # features: [[id, type, active]]; warnings: sentences.
    Model = Struct.new(:solid, :values, :parameters, :dimensions, :threads, :features, :warnings, :properties, :name, keyword_init: true) do
      def initialize(**)
        super
        Ractor.make_shareable(self)
      end

      def dimension(id) = dimensions.find { |d| d.id == id }
    end
  end
end
