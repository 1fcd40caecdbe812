# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A view that hangs on no other: a named direction of sight, or any (sight: [dx, dy, dz, ux, uy, uz]).
      class Principal < Kind
        NAME = 'principal'
        WORDS = 'principal view'

        def size = [100.0, 80.0]
      end
    end
  end
end
