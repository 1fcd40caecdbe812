# frozen_string_literal: true

module Nockplane
  module Drawings
    # Which model: its id; follow true, or pinned to a revision number.
    Binding = Struct.new(:id, :model, :follow, :pinned, keyword_init: true)
  end
end
