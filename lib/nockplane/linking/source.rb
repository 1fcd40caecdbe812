# frozen_string_literal: true

module Nockplane
  module Linking
    # Middle products by the digest of their inputs: models, linework, shading, axes. Pure computation behind a store.
    # recipe: ->(model id, revision number) giving recipe text; store: anything with fetch(key) { value } (see MemoryStore).
    class Source
      # The simplest store: keeps everything. The application's store also keeps it on disk.
      class MemoryStore
        def initialize = @kept = {}
        def fetch(key) = @kept.fetch(key) { @kept[key] = yield }
      end

      attr_reader :prefixes

      def initialize(store: MemoryStore.new, prefixes: Modelling::Builder::Prefixes.new, &recipe)
        @recipe = recipe
        @store = store
        @prefixes = prefixes
      end

      # Modelling::Model of a revision. Raises RecipeFault.
      def model(id, revision) = model_of(@recipe.call(id, revision))

      # Modelling::Model of recipe text.
      def model_of(text, refine: 1)
        @store.fetch(key('model', text, refine)) { Modelling::Builder.build(Modelling::Recipe.parse(text), refine: refine, cache: @prefixes) }
      end

      def linework(id, revision, frame)
        text = @recipe.call(id, revision)
        @store.fetch(key('linework', text, frame.d, frame.u)) { Projection::Linework.of(model_of(text).solid, frame, edge_set: edge_set(text)) }
      end

      def shading(id, revision, frame)
        text = @recipe.call(id, revision)
        @store.fetch(key('shading', text, frame.d, frame.u)) { Projection::Shading.of(model_of(text).solid, frame, edge_set: edge_set(text)) }
      end

      def axes(id, revision)
        text = @recipe.call(id, revision)
        @store.fetch(key('axes', text)) { Ractor.make_shareable(Drafting::CentreLines.axes(model_of(text).solid)) }
      end

      # Exact volume, area and centre (Mass.extrapolated).
      def mass(text)
        @store.fetch(key('mass', text)) { Ractor.make_shareable(Solids::Mass.extrapolated(model_of(text).solid, model_of(text, refine: 2).solid)) }
      end

      private

      def edge_set(text) = @store.fetch(key('edges', text)) { Projection::EdgeSet.new(model_of(text).solid) }
      def key(kind, text, *more) = "#{kind}-#{Digest::SHA256.hexdigest([KERNEL_VERSION, *more].to_json << text.b)[0, 40]}"
    end
  end
end
