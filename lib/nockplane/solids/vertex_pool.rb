# frozen_string_literal: true

module Nockplane
  module Solids
    # Append-only vertices of one boolean operation, flat arrays of coordinates in mm, welded within Tolerance::WELD.
    # Hash cells are offset by an irrational amount, so that round coordinates never lie on a cell border.
    class VertexPool
      CELL = 1e-5
      OFFSET = Math.sqrt(2) * 1e-6
      WELD = Geometry::Tolerance::WELD
      WELD_SQ = WELD * WELD

      attr_reader :xs, :ys, :zs

      # box: only vertices inside it (and a little around) can be welded to; others are kept but not looked up.
      def initialize(xs = [], ys = [], zs = [], box: nil)
        @xs = xs.dup
        @ys = ys.dup
        @zs = zs.dup
        @cells = {}
        i = 0
        while i < @xs.size
          remember(i) if box.nil? || inside?(box, i)
          i += 1
        end
      end

      def size = @xs.size
      def point(id) = [@xs[id], @ys[id], @zs[id]]

      # Id of the vertex at (x, y, z): an existing one within WELD, else a new one.
      def weld(x, y, z)
        fx = (x + OFFSET) / CELL
        fy = (y + OFFSET) / CELL
        fz = (z + OFFSET) / CELL
        ix = fx.floor
        iy = fy.floor
        iz = fz.floor
        found = lookup(ix, iy, iz, x, y, z)
        return found if found

        found = lookup_neighbours(fx - ix, fy - iy, fz - iz, ix, iy, iz, x, y, z)
        return found if found

        @xs << x
        @ys << y
        @zs << z
        id = @xs.size - 1
        (@cells[key(ix, iy, iz)] ||= []) << id
        id
      end

      private

      def key(ix, iy, iz) = ((ix * 73_856_093) + (iy * 19_349_663) + (iz * 83_492_791)) & 0x3fff_ffff_ffff

      def remember(id)
        cell =
          key(((@xs[id] + OFFSET) / CELL).floor, ((@ys[id] + OFFSET) / CELL).floor, ((@zs[id] + OFFSET) / CELL).floor)
        (@cells[cell] ||= []) << id
      end

      def inside?(box, id)
        @xs[id] >= box[0] && @xs[id] <= box[3] && @ys[id] >= box[1] && @ys[id] <= box[4] && @zs[id] >= box[2] &&
          @zs[id] <= box[5]
      end

      def lookup(ix, iy, iz, x, y, z)
        ids = @cells[key(ix, iy, iz)] or return nil
        ids.each do |id|
          dx = @xs[id] - x
          dy = @ys[id] - y
          dz = @zs[id] - z
          return id if (dx * dx) + (dy * dy) + (dz * dz) <= WELD_SQ
        end
        nil
      end

      # Only a point within WELD of a cell border can weld across it.
      def lookup_neighbours(rx, ry, rz, ix, iy, iz, x, y, z)
        near = WELD / CELL
        steps = [rx, ry, rz].map { |r| r < near ? [0, -1] : (r > 1 - near ? [0, 1] : [0]) }
        return nil if steps.all? { |s| s.size == 1 }

        steps[0].product(steps[1], steps[2]).each do |sx, sy, sz|
          found = lookup(ix + sx, iy + sy, iz + sz, x, y, z)
          return found if found
        end
        nil
      end
    end
  end
end
