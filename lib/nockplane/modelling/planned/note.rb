# frozen_string_literal: true

module Nockplane
  module Modelling
    module Planned
      # Words that stand at faces of the model, in 3D.
      class Note < Statement
        NAME = 'note'
        LONGEST = 500

        attr_reader :words

        private

        def own_keys = %w[words]
        def own = { 'words' => @words }

        def take(data)
          @words = data['words'].to_s.strip
          return if @words.length.between?(1, LONGEST)

          raise Wrong, "a note has 1 to #{LONGEST} letters"
        end
      end
    end
  end
end
