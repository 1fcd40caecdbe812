# frozen_string_literal: true

module Nockplane
  module Drawings
    # Paper directions in which views are pulled out of a parent, and what that ties together. A direction is one of
    # four sides, one of four corners (pictorial views, which are tied to nothing), or an angle in degrees from paper
    # right (sections, auxiliary views).
    module Folding
      STEPS = { 'right' => [1, 0], 'left' => [-1, 0], 'up' => [0, 1], 'down' => [0, -1] }.freeze
      CORNERS = { 'up right' => [1, 1], 'up left' => [-1, 1], 'down left' => [-1, -1], 'down right' => [1, -1] }.freeze

      module_function

      # Unit vector on paper of a direction; nil of a corner.
      def way(direction)
        return STEPS[direction] unless direction.is_a?(Numeric)

        a = direction * Math::PI / 180
        [Math.cos(a), Math.sin(a)].map { |c| c.round(12) + 0.0 }
      end

      # The direction of a unit vector on paper: a side where it is one, else its angle in degrees.
      def direction(x, y)
        STEPS.find { |_, (sx, sy)| (sx - x).abs < 1e-9 && (sy - y).abs < 1e-9 }&.first ||
          (Math.atan2(y, x) * 180 / Math::PI).round(9)
      end

      # A direction turned by degrees counter-clockwise.
      def turned(direction, degrees)
        x, y = way(direction)
        a = degrees * Math::PI / 180
        direction((x * Math.cos(a)) - (y * Math.sin(a)), (x * Math.sin(a)) + (y * Math.cos(a)))
      end

      # The side or corner opposite.
      def opposite(direction)
        sides = STEPS.merge(CORNERS)
        return (direction + 180.0) % 360 if direction.is_a?(Numeric)

        sides.key(sides.fetch(direction).map(&:-@))
      end

      # A move of an aligned view keeps only the part along its fold line (PRJ-01).
      def allowed(view, dx, dy)
        way = tied(view) or return [dx, dy]
        along = (dx * way[0]) + (dy * way[1])
        [along * way[0], along * way[1]].map { |c| c + 0.0 }
      end

      # Which part of a parent's move a child takes along: what keeps the two aligned; nil for one that is tied to
      # nothing.
      def follows(view, dx, dy)
        way = tied(view) or return nil
        along = (dx * way[0]) + (dy * way[1])
        [dx - (along * way[0]), dy - (along * way[1])].map { |c| c + 0.0 }
      end

      # Unit vector of the fold line of a view (or berth) that is aligned with its parent; nil for others.
      def tied(view)
        return nil if view.parent.nil? || (view.respond_to?(:released) && view.released)

        Views.of(view).way(view)
      end

      # The views (or berths) made out of one, directly or through others.
      def descendants(all, id)
        all.select { |v| v.parent == id }.flat_map { |child| [child, *descendants(all, child.id)] }
      end

      # Which of the views (or berths) move along with one, and how far: [[child, dx, dy], ...].
      def followers(all, id, dx, dy)
        all.select { |v| v.parent == id }.flat_map do |child|
          by = follows(child, dx, dy) or next []
          [[child, *by], *followers(all, child.id, *by)]
        end
      end
    end
  end
end
