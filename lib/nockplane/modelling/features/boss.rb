# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # Material on a face: the shapes of a pocket, standing up.
      class Boss < Pocket
        def operation = 'boss'
      end
    end
  end
end
