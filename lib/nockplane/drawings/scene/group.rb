# frozen_string_literal: true

module Nockplane
  module Drawings
    # Ink of one owner ("view/v1", "dimension/d3", "format"); box on paper; note: state in a word ("behind", "adrift",
    # nil).
    Group = Struct.new(:owner, :items, :box, :state, keyword_init: true)
  end
end
