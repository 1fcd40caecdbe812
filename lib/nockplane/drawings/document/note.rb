# frozen_string_literal: true

module Nockplane
  module Drawings
    # Words on a sheet at x, y (mm, start of the first line's base line); width: mm they are wrapped at, nil for as they
    # are; leaders: [Annotations::Tip], nil for none; shape: what is drawn round it (Annotations::NoteShapes), nil for
    # nothing. item: of a balloon the key of the parts-list line that it refers to (Products::Structure::Line#key): its
    # words are that line's number; counted: does it say the quantity, too?
    Note =
      Struct.new(:id, :sheet, :text, :x, :y, :width, :layer, :leaders, :shape, :item, :counted, keyword_init: true) do
        def self.nested(_hash) = { 'leaders' => Annotations::Tip }

        # Name of its kind (Annotations).
        def kind = Annotations::Text::NAME
      end
  end
end
