# frozen_string_literal: true

module Nockplane
  module Solids
    # Facets in a uniform grid of boxes, to find those near a box or along an axis-parallel ray. Indices come once a
    # query.
    class FacetGrid
      MOST = 64

      attr_reader :max

      def initialize(facets)
        boxes = facets.map(&:box)
        @min = 3.times.map { |k| boxes.map { |b| b[k] }.min }
        @max = 3.times.map { |k| boxes.map { |b| b[k + 3] }.max }
        size = cell_size(facets.size)
        @n = 3.times.map { |k| ((@max[k] - @min[k]) / size).ceil.clamp(1, MOST) }
        @inverse = 3.times.map { |k| @n[k] / [@max[k] - @min[k], 1e-6].max }
        @cells = {}
        @boxes = boxes
        boxes.each_with_index { |b, i| fill(b, i) }
        @stamp = Array.new(facets.size, 0)
        @turn = 0
      end

      # Yields indices of facets whose boxes meet [x0, y0, z0, x1, y1, z1]. Hot: no blocks or arrays inside.
      def each_near(box)
        @turn += 1
        turn = @turn
        x0, y0, z0, x1, y1, z1 = box
        i = low(x0, 0)
        i1 = low(x1, 0)
        j0 = low(y0, 1)
        j1 = low(y1, 1)
        k0 = low(z0, 2)
        k1 = low(z1, 2)
        while i <= i1
          j = j0
          while j <= j1
            row = ((i << 8) | j) << 8
            k = k0
            while k <= k1
              if (cell = @cells[row | k])
                n = 0
                while n < cell.size
                  f = cell[n]
                  n += 1
                  next if @stamp[f] == turn

                  @stamp[f] = turn
                  b = @boxes[f]
                  yield f unless b[0] > x1 || b[3] < x0 || b[1] > y1 || b[4] < y0 || b[2] > z1 || b[5] < z0
                end
              end
              k += 1
            end
            j += 1
          end
          i += 1
        end
      end

      private

      # Edge of cells that gives about one cell a facet.
      def cell_size(count)
        spans = 3.times.map { |k| [@max[k] - @min[k], 1e-3].max }
        [(spans.reduce(:*) / count)**(1 / 3.0), spans.max / MOST].max
      end

      # Cell number of a coordinate on an axis, kept inside the grid.
      def low(at, axis)
        c = ((at - @min[axis]) * @inverse[axis]).to_i
        c.negative? ? 0 : (c >= @n[axis] ? @n[axis] - 1 : c)
      end

      def fill(box, index)
        low(box[0], 0).upto(low(box[3], 0)) do |i|
          low(box[1], 1).upto(low(box[4], 1)) do |j|
            low(box[2], 2).upto(low(box[5], 2)) { |k| (@cells[(((i << 8) | j) << 8) | k] ||= []) << index }
          end
        end
      end
    end
  end
end
