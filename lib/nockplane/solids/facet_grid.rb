# frozen_string_literal: true

module Nockplane
  module Solids
    # Facets in a uniform grid of boxes, to find those near a box. Indices come once a query.
    class FacetGrid
      MOST = 64

      # facets: [Facet]; within: a box that all queries stay in, nil for anywhere. Only what comes into it is laid in
      # cells: a tool meets a small part of a body.
      def initialize(facets, within: nil)
        @boxes = facets.map(&:box)
        held = @boxes.each_index.select { |i| within.nil? || meet?(@boxes[i], within) }
        @partial = held.size < facets.size
        bound(held.empty? ? [within] : held.map { |i| @boxes[i] }, within)
        @cells = {}
        held.each { |i| fill(@boxes[i], i) }
        @stamp = Array.new(facets.size, 0)
        @turn = 0
      end

      # Are some of the facets not in it?
      def partial? = @partial

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

      # The room of the cells: that of all boxes, as far as it lies within a box.
      def bound(boxes, within)
        low, high = boxes.transpose.each_slice(3).to_a
        @min = low.map(&:min)
        @max = high.map(&:max)
        if within
          @min = @min.zip(within.first(3)).map(&:max)
          @max = @max.zip(within.last(3)).map(&:min)
        end
        size = cell_size(boxes.size)
        @n = 3.times.map { |k| ((@max[k] - @min[k]) / size).ceil.clamp(1, MOST) }
        @inverse = 3.times.map { |k| @n[k] / [@max[k] - @min[k], 1e-6].max }
      end

      def meet?(one, other)
        one[0] <= other[3] && one[3] >= other[0] && one[1] <= other[4] && one[4] >= other[1] && one[2] <= other[5] &&
          one[5] >= other[2]
      end

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
        j0, j1 = low(box[1], 1), low(box[4], 1)
        k0, k1 = low(box[2], 2), low(box[5], 2)
        i = low(box[0], 0)
        i1 = low(box[3], 0)
        while i <= i1
          j = j0
          while j <= j1
            row = ((i << 8) | j) << 8
            k = k0
            while k <= k1
              (cell = @cells[row | k]) ? cell << index : @cells[row | k] = [index]
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
