# frozen_string_literal: true

module Nockplane
  module Projection
    # Which cells of an image grid a facet covers wholly, holes left out: what lies behind it there is hidden by it, and
    # need not be laid into those cells. By scan lines: in a row of cells the facet's edges touch some; between those no
    # edge runs, so that one place tells for all of them. Hot: while loops (bench/ views).
    class Covered
      PAD = Geometry::Tolerance::IMAGE

      # [left, bottom, width and height of a cell (mm), cells across, cells up]
      def initialize(grid)
        @x0, @y0, @cw, @ch, @nx, @ny = grid
      end

      # Yields row, first and last column of cells that lie inside the facet. loops: [vertex ids, ...]; px, py: images
      # of the vertices, mm.
      def each_span(loops, px, py)
        @touched = {}
        @crossed = {}
        loops.each { |ids| ids.each_with_index { |b, i| lay(px[ids[i - 1]], py[ids[i - 1]], px[b], py[b]) } }
        @touched.each do |row, touched|
          crossed = (@crossed[row] || []).sort
          next if crossed.empty?

          gaps(touched) { |from, to| yield row, from, to if inside?(crossed, @x0 + (from * @cw)) }
        end
      end

      private

      # Notes the cells that an edge touches in each row, and where it crosses the row's middle.
      def lay(ax, ay, bx, by)
        ax, ay, bx, by = bx, by, ax, ay if by < ay
        slope = by - ay > 1e-12 ? (bx - ax) / (by - ay) : nil
        j = row(ay - PAD)
        top = row(by + PAD)
        while j <= top
          low = @y0 + (j * @ch)
          from, to = slope ? within(ax, ay, by, slope, low) : [ax, bx]
          from, to = to, from if to < from
          (@touched[j] ||= []) << [column(from - PAD), column(to + PAD)]
          middle = low + (@ch / 2)
          (@crossed[j] ||= []) << (ax + ((middle - ay) * slope)) if slope && ay <= middle && middle < by
          j += 1
        end
      end

      # x of an edge where it comes into a row and where it leaves it.
      def within(ax, ay, by, slope, low)
        from = low - PAD
        from = ay if from < ay
        to = low + @ch + PAD
        to = by if to > by
        [ax + ((from - ay) * slope), ax + ((to - ay) * slope)]
      end

      # Yields the first and last column of what lies between touched cells.
      def gaps(touched)
        last = nil
        touched.sort!
        touched.each do |from, to|
          yield last + 1, from - 1 if last && from > last + 1
          last = to if last.nil? || to > last
        end
      end

      def inside?(crossed, x) = crossed.count { |c| c < x }.odd?

      def column(x)
        i = ((x - @x0) / @cw).floor
        i.negative? ? 0 : (i >= @nx ? @nx - 1 : i)
      end

      def row(y)
        j = ((y - @y0) / @ch).floor
        j.negative? ? 0 : (j >= @ny ? @ny - 1 : j)
      end
    end
  end
end
