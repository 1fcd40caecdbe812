# frozen_string_literal: true

module Nockplane
  module Drawings
    # The display list of one sheet: groups of ink in painting order, each with the cell key of its owner. SVG, PDF,
    # screen and hit testing all read it. width, height: mm of the trimmed sheet; overhang: mm of paper beyond it at
    # each side and end.
    # layers: [Layer] in painting order, which the ink names by id.
    Scene = Struct.new(:width, :height, :groups, :title, :layers, :overhang, keyword_init: true) do
      def initialize(layers: [], overhang: [0.0, 0.0], **) = super
    end
  end
end
