# frozen_string_literal: true

module Nockplane
  module Drawings
    # Paper directions in which views are folded out of a parent, and what that ties together.
    module Folding
      STEPS = { 'right' => [1, 0], 'left' => [-1, 0], 'up' => [0, 1], 'down' => [0, -1] }.freeze

      module_function

      # A move of a projected view keeps only the part along its fold line (PRJ-01).
      def allowed(view, dx, dy)
        return [dx, dy] unless view.direction && view.kind != 'principal'

        sx, sy = STEPS.fetch(view.direction)
        sx.zero? ? [0.0, dy * sy.abs] : [dx * sx.abs, 0.0]
      end

      # Which part of a parent's move a child takes along: what keeps the two aligned.
      def follows(view, dx, dy)
        STEPS.fetch(view.direction)[0].zero? ? [dx, 0.0] : [0.0, dy]
      end

      # The views (or berths) folded out of one, directly or through others.
      def descendants(all, id) = all.select { |v| v.parent == id }.flat_map { |child| [child, *descendants(all, child.id)] }

      # Which of the views (or berths) move along with one, and how far: [[child, dx, dy], ...].
      def followers(all, id, dx, dy)
        all.select { |v| v.parent == id }.flat_map do |child|
          by = follows(child, dx, dy)
          [[child, *by], *followers(all, child.id, *by)]
        end
      end
    end
  end
end
