# frozen_string_literal: true

module Nockplane
  module Solids
    # Facets in a uniform grid of boxes, to find those near a box or along an axis-parallel ray. Indices come once a query.
    class FacetGrid
      MOST = 64

      attr_reader :max

      def initialize(facets)
        @facets = facets
        boxes = facets.map(&:box)
        @min = 3.times.map { |k| boxes.map { |b| b[k] }.min }
        @max = 3.times.map { |k| boxes.map { |b| b[k + 3] }.max }
        size = cell_size(facets.size)
        @n = 3.times.map { |k| ((@max[k] - @min[k]) / size).ceil.clamp(1, MOST) }
        @inverse = 3.times.map { |k| @n[k] / [@max[k] - @min[k], 1e-6].max }
        @cells = {}
        facets.each_index { |i| each_cell(boxes[i]) { |c| (@cells[c] ||= []) << i } }
        @stamp = Array.new(facets.size, 0)
        @turn = 0
      end

      # Yields indices of facets whose boxes meet [x0, y0, z0, x1, y1, z1].
      def each_near(box)
        @turn += 1
        each_cell(box) do |c|
          @cells[c]&.each do |i|
            next if @stamp[i] == @turn

            @stamp[i] = @turn
            b = @facets[i].box
            next if b[0] > box[3] || b[3] < box[0] || b[1] > box[4] || b[4] < box[1] || b[2] > box[5] || b[5] < box[2]

            yield i
          end
        end
      end

      private

      # Edge of cells that gives about one cell a facet.
      def cell_size(count)
        spans = 3.times.map { |k| [@max[k] - @min[k], 1e-3].max }
        [(spans.reduce(:*) / count)**(1 / 3.0), spans.max / MOST].max
      end

      def each_cell(box)
        low = 3.times.map { |k| ((box[k] - @min[k]) * @inverse[k]).floor.clamp(0, @n[k] - 1) }
        high = 3.times.map { |k| ((box[k + 3] - @min[k]) * @inverse[k]).floor.clamp(0, @n[k] - 1) }
        i = low[0]
        while i <= high[0]
          j = low[1]
          while j <= high[1]
            k = low[2]
            while k <= high[2]
              yield (((i << 8) | j) << 8) | k
              k += 1
            end
            j += 1
          end
          i += 1
        end
      end
    end
  end
end
