# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A slot cut along the u axis of its plane (turn it with `turn`): length between the centres of its ends, and
      # width.
      class Slot < Extrude
        def operation = 'cut'

        private

        def keys = KEYS - %w[operation profile] + %w[length width]
        def profile = Profile.new(@f.picked('length', 'width', kind: 'slot'))
      end
    end
  end
end
