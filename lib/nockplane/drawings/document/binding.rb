# frozen_string_literal: true

module Nockplane
  module Drawings
    # Which model: its id; follow true, or pinned to a revision number; variant: a row of the model's table, nil for
    # none.
    Binding = Struct.new(:id, :model, :follow, :pinned, :variant, keyword_init: true) do
      # Products::Subject of it at a revision, in a state.
      def subject(revision, state = nil) = Products::Subject.new(model, revision, variant, state)
    end
  end
end
