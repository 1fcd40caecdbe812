# frozen_string_literal: true

module Nockplane
  module Modelling
    module Planned
      # The surface texture asked of faces. words: as Tolerancing::Texture reads them.
      class Texture < Statement
        NAME = 'texture'

        attr_reader :words

        def dimension(model, found, _index = nil) = at_faces(model, found, @words, :surface_texture)

        private

        def own_keys = %w[words]
        def own = { 'words' => @words }

        def take(data)
          @words = data['words'].to_s
          Tolerancing::Texture.parse(@words) or
            raise Wrong, "'#{@words}' is no surface texture; write e.g. removed|Ra 1.6"
        end
      end
    end
  end
end
