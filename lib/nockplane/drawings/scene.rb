# frozen_string_literal: true

module Nockplane
  module Drawings
    # The display list of one sheet: groups of ink in painting order, each with the cell key of its owner. SVG, PDF, screen
    # and hit testing all read it. width, height: mm.
    Scene = Struct.new(:width, :height, :groups, :title, keyword_init: true)
  end
end
