# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # Earlier features again in a pattern: circular about the z of the plane it stands on (through `at`), or linear.
      # Instance 1 is the original; copies are named ID[2], ID[3] ...
      class Repeat < Copies
        private

        def read
          @f.only(*COMMON, 'of', 'on', 'offset', 'at', 'pattern')
          placed = Placement.new(@f, @body, spin: true)
          unless @f.key?('pattern')
            @f.fault('pattern', 'needs a pattern: {kind: circular, count: ...} or {kind: linear, ...}')
          end

          first, *rest = placed.instances
          @copies = copied(rest.map { |i| [i.name, Solids::Transform.between(first.frame, i.frame)] })
        end
      end
    end
  end
end
