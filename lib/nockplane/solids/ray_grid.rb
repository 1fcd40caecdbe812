# frozen_string_literal: true

module Nockplane
  module Solids
    # The facets of a whole solid for rays: looked through one by one while few are asked for (to lay 1000 facets in
    # cells takes as long as some 70 rays), then in a FacetGrid.
    class RayGrid
      FEW = 40

      # Far corner of the box around all, mm.
      attr_reader :max

      # facets: [Facet]; grid: a FacetGrid of all of them where there is one already.
      def initialize(facets, grid = nil)
        @facets = facets
        @grid = grid
        @boxes = facets.map(&:box)
        @max = @boxes.transpose.last(3).map(&:max)
        @asked = 0
      end

      # Yields indices of facets whose boxes meet [x0, y0, z0, x1, y1, z1].
      def each_near(box, &)
        @grid ||= FacetGrid.new(@facets) if (@asked += 1) > FEW
        @grid ? @grid.each_near(box, &) : each_met(box, &)
      end

      private

      # Hot: no arrays inside.
      def each_met(box)
        x0, y0, z0, x1, y1, z1 = box
        i = 0
        while i < @boxes.size
          b = @boxes[i]
          yield i unless b[0] > x1 || b[3] < x0 || b[1] > y1 || b[4] < y0 || b[2] > z1 || b[5] < z0
          i += 1
        end
      end
    end
  end
end
