# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # What mirror and repeat share: they take the tools of earlier features again, moved, each by its own operation.
      # Faces keep their names behind the copy's: "mirror.pocket/wall", "ring[2].slot/side.top".
      class Copies < Feature
        # [[tool Solid, operation], ...] in order.
        attr_reader :copies

        def dimensions = []
        def tools = @copies.map(&:first)

        protected

        # earlier: { feature id => Builder::Step }
        def copied(transforms)
          of = @f.raw('of')
          unless of.is_a?(Array) && !of.empty?
            @f.fault('of', 'needs the list of earlier features to copy, e.g. [pocket]')
          end

          transforms.flat_map { |prefix, transform| of.flat_map { |id| again(id.to_s, prefix, transform) } }
        end

        private

        def again(id, prefix, transform)
          step = @earlier[id] or
            @f.fault('of', "there is no earlier feature '#{id}' here; use #{@earlier.keys.join(', ')}")
          step.tools.map { |tool, operation| [transform.apply(tool) { |name| "#{prefix}.#{name}" }, operation] }
        end
      end
    end
  end
end
