# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # How deep something goes in.
      class Depth < Linear
        NAME = 'depth'
        TITLE = 'depth'

        def rule = :holes
      end
    end
  end
end
