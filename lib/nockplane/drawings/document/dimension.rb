# frozen_string_literal: true

module Nockplane
  module Drawings
    # A model dimension shown in a view: its id in the model, what it last measured (Annotations::Snapshot), and its
    # place (Annotations::Row, Running, Leader or Arc); pinned true once moved by hand; wording: what a person made of
    # its words (Annotations::Wording), nil for nothing.
    Dimension =
      Struct.new(:id, :view, :dimension, :snapshot, :place, :pinned, :layer, :wording, keyword_init: true) do
        def self.nested(_hash)
          {
            'snapshot' => Annotations::Snapshot,
            'place' => Annotations::Place,
            'wording' => Annotations::Wording
          }
        end

        # Ids of all model dimensions that it says.
        def said_ids = [dimension, *snapshot.parts&.map(&:name)]
        # Name of its kind (Annotations).
        def kind = snapshot.kind
      end
  end
end
