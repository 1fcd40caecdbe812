# frozen_string_literal: true

module Nockplane
  module Modelling
    # A built model: what a recipe evaluates to. Frozen and safe to cache.
    # components: [Assembly::Instance] of an assembly, empty for a part.
    # values: { parameter => Float }; dimensions: [ModelDimension]; threads: { face name => Threads::Thread };
    # features: [[id, type, active, expression that switches it or nil]]; warnings: sentences.
    Model = Struct.new(:solid, :values, :parameters, :dimensions, :threads, :features, :warnings, :properties, :name, :components, keyword_init: true) do
      def initialize(components: [], **)
        super
        Ractor.make_shareable(self)
      end

      def assembly? = !components.empty?
      def dimension(id) = dimensions.find { |d| d.id == id }
    end
  end
end
