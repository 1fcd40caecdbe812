# frozen_string_literal: true

module Nockplane
  module Projection
    # What may hide edges in a view: the front-facing convex pieces of facets as image polygons with a depth z = a x + b
    # y + c (mm), in a uniform grid of cells over the image. In every cell the nearest come first, so that what hides an
    # edge whole is met early, and a walk through a cell ends at the first piece that begins behind the edge. What lies
    # behind a facet that covers a cell wholly (Covered) is not in it: whatever it hides there, that facet hides.
    class Occluders
      PAD = Hiding::PAD
      # Cells along a side, at most.
      CELLS = 500

      # front: by facet, does it look at the viewer? px, py: images of the vertices, mm.
      def initialize(solid, edge_set, frame, front, px, py)
        @set = edge_set
        @frame = frame
        @xs = []
        @ys = []
        @facets = []
        @depths = []
        @boxes = []
        @near = []
        @solid = solid
        @px = px
        @py = py
        solid.facets.each_with_index { |f, i| add(f, i, px, py) if front[i] && hiding?(i, f) }
        lay_cells(px.minmax, py.minmax)
      end

      # By piece: image x and y of its corners, its facet, its depth [a, b, c], its box [x0, y0, x1, y1], its least
      # depth; then, by cell (row after row), the pieces in it or nil.
      def lists = [@xs, @ys, @facets, @depths, @boxes, @near, @cells]

      # By cell: the depth (mm) behind which everything in it is hidden (infinite where nothing covers it wholly), and
      # the facet that does so.
      attr_reader :cover, :cover_by

      # [left, bottom, width and height of a cell (mm), cells across, cells up]
      def grid = [@x0, @y0, @cw, @ch, @nx, @ny]

      # Yields the pieces of every cell that a box of the image touches and that has any, the nearest first.
      def cells_in(x0, y0, x1, y1)
        place(y0, @y0, @ch, @ny).upto(place(y1, @y0, @ch, @ny)) do |j|
          place(x0, @x0, @cw, @nx).upto(place(x1, @x0, @cw, @nx)) do |i|
            pieces = @cells[(j * @nx) + i]
            yield pieces if pieces
          end
        end
      end

      # Is every cell that a box of the image touches covered before a depth (mm)?
      def covered?(x0, y0, x1, y1, depth)
        first = place(x0, @x0, @cw, @nx)
        last = place(x1, @x0, @cw, @nx)
        place(y0, @y0, @ch, @ny).upto(place(y1, @y0, @ch, @ny)) do |j|
          first.upto(last) { |i| return false unless @cover[(j * @nx) + i] < depth }
        end
        true
      end

      private

      def add(facet, index, px, py)
        plane = depth_plane(facet)
        @set.pieces[index].each do |ids|
          @xs << (xs = px.values_at(*ids))
          @ys << (ys = py.values_at(*ids))
          @facets << index
          @depths << plane
          bound(xs, ys, *plane)
        end
      end

      # Box and least depth of a piece. Hot: for each one in every view.
      def bound(xs, ys, a, b, c)
        x0 = x1 = xs[0]
        y0 = y1 = ys[0]
        near = (a * x0) + (b * y0)
        i = 1
        while i < xs.size
          x = xs[i]
          y = ys[i]
          x < x0 ? x0 = x : (x1 = x if x > x1)
          y < y0 ? y0 = y : (y1 = y if y > y1)
          depth = (a * x) + (b * y)
          near = depth if depth < near
          i += 1
        end
        @boxes << [x0 - PAD, y0 - PAD, x1 + PAD, y1 + PAD]
        @near << (near + c)
      end

      # (One that is twisted or leans may look at the viewer by its surface, and away by its corners.)
      def hiding?(index, facet)
        return false unless Geometry::Vec.dot(facet.normal, @frame.d) < HiddenLines::FRONT

        n = @set.slivers[index]
        n.nil? || Slivers.hiding?(facet, n)
      end

      def depth_plane(facet)
        nd = Geometry::Vec.dot(facet.normal, @frame.d)
        [-Geometry::Vec.dot(facet.normal, @frame.r) / nd, -Geometry::Vec.dot(facet.normal, @frame.u) / nd, facet.d / nd]
      end

      def lay_cells((x0, x1), (y0, y1))
        w = [x1 - x0, 1e-6].max
        h = [y1 - y0, 1e-6].max
        size = Math.sqrt(w * h / [@xs.size, 1].max)
        @x0 = x0
        @y0 = y0
        @nx = (w / size).ceil.clamp(1, CELLS)
        @ny = (h / size).ceil.clamp(1, CELLS)
        @cw = w / @nx
        @ch = h / @ny
        fill_cells
      end

      # Hot: while loops, one lookup a cell.
      def fill_cells
        @cells = Array.new(@nx * @ny)
        @cover = Array.new(@nx * @ny, Float::INFINITY)
        @cover_by = Array.new(@nx * @ny)
        met = {}
        @near.each_index.sort_by { |k| @near[k] }.each do |k|
          near = @near[k]
          x0, y0, x1, y1 = @boxes[k]
          first = place(x0, @x0, @cw, @nx)
          last = place(x1, @x0, @cw, @nx)
          j = place(y0, @y0, @ch, @ny)
          top = place(y1, @y0, @ch, @ny)
          while j <= top
            at = (j * @nx) + first
            stop = (j * @nx) + last
            while at <= stop
              ((cell = @cells[at]) ? cell << k : @cells[at] = [k]) if near <= @cover[at]
              at += 1
            end
            j += 1
          end
          i = @facets[k]
          met[i] ||= note_cover(i, @depths[k])
        end
      end

      # Notes how deep a facet lies, at most, in the cells that it covers.
      def note_cover(index, (a, b, c))
        facet = @solid.facets[index]
        xs = @px.values_at(*facet.loops[0])
        ys = @py.values_at(*facet.loops[0])
        return true if xs.max - xs.min < WIDE * @cw || ys.max - ys.min < WIDE * @ch

        right = a.positive? ? @cw : 0.0
        top = b.positive? ? @ch : 0.0
        covered.each_span(facet.loops, @px, @py) do |row, from, to|
          level = (b * (@y0 + (row * @ch) + top)) + c + Hiding::DEPTH
          from.upto(to) do |i|
            depth = level + (a * (@x0 + (i * @cw) + right))
            at = (row * @nx) + i
            next unless depth < @cover[at]

            @cover[at] = depth
            @cover_by[at] = index
          end
        end
        true
      end

      # Cells that a facet must be across and up to cover any for certain.
      WIDE = 2

      def covered = @covered ||= Covered.new(grid)

      def place(c, from, step, count)
        i = ((c - from) / step).to_i
        i.negative? ? 0 : (i >= count ? count - 1 : i)
      end
    end
  end
end
