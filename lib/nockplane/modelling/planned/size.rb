# frozen_string_literal: true

module Nockplane
  module Modelling
    module Planned
      # A size or distance with what it may be. of: id of a size that the model has ("pockets.diameter"), which then has
      # this tolerance where it has none of its own, or of one measured on its faces ("measured.size.FACE"), which
      # becomes a size of the model; tolerance: as Tolerancing::Tolerance reads it, "exact" of a basic dimension.
      class Size < Statement
        NAME = 'size'
        LONGEST = 4000

        attr_reader :of, :tolerance

        def about = ModelDimension.reference?(@of) ? nil : @of
        def exact? = Tolerancing::Tolerance.exact?(@tolerance)

        # Of what is measured; a size of the model is only given its tolerance (Planned::Weaving).
        def dimension(model, _found, index = nil)
          return nil if about

          measured(model, index)&.then do |found|
            found.dup.tap { |d| d.id, d.feature, d.tolerance = key, 'plan', @tolerance }
          end
        end

        private

        def measured(model, index)
          return model.dimension(@of) unless index

          index.kept([NAME, @of]) { model.dimension(@of, index) }
        end

        def own_keys = %w[of tolerance]
        def own = { 'of' => @of, 'tolerance' => @tolerance }

        def take(data)
          @of = data['of'].to_s
          raise Wrong, 'a size says of which distance or face it is one (of)' if @of.empty?
          raise Wrong, "'of' has at most #{LONGEST} letters" if @of.length > LONGEST

          @tolerance = Tolerancing::Tolerance.parse(data['tolerance'].to_s)&.to_s
        rescue Tolerancing::UnreadableTolerance => e
          raise Wrong, e.message
        end
      end
    end
  end
end
