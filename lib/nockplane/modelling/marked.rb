# frozen_string_literal: true

module Nockplane
  module Modelling
    # What a person marked on a face of a model by hand, as model dimensions: a tolerance frame, a datum, a
    # surface texture. The id says
    # it all: "marked:" and JSON of [kind, face, words], so that it is found again on any revision that has the face.
    module Marked
      PREFIX = 'marked:'
      KINDS = %w[tolerance_frame datum surface_texture].freeze
      LONGEST = 200

      module_function

      def id?(id) = id.start_with?(PREFIX)

      # kind: one of KINDS; words: cells with | between, or a letter.
      def id(kind, face, words) = PREFIX + JSON.generate([kind, face, words])

      # [kind, face, words] of an id; nil of one that is damaged.
      def read(id)
        kind, face, words = data = JSON.parse(id.delete_prefix(PREFIX))
        sound = data.is_a?(Array) && data.size == 3 && data.all?(String) && KINDS.include?(kind)
        sound && words.length <= LONGEST ? [kind, face, words] : nil
      rescue JSON::ParserError
        nil
      end

      # The ModelDimension of an id on a solid; nil when the face is gone.
      def find(solid, id)
        kind, name, words = read(id)
        return nil unless kind

        index = Solids::Indexed.of(solid)
        face = index.face(name) or return nil
        Measured.frame(index, [face], id: id, kind: kind.to_sym, value: 0.0, words: words)
      end
    end
  end
end
