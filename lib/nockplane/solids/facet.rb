# frozen_string_literal: true

module Nockplane
  module Solids
    # A planar polygon with holes: loops of vertex ids (outer counter-clockwise seen from outside, holes clockwise),
    # the plane n.p = d it was made on (never refitted), its face, and its box [x0, y0, z0, x1, y1, z1] in mm.
    # loop_boxes: a box per loop where there are holes (a cut by a plane then skips the loops it can't reach), else nil.
    class Facet
      attr_reader :loops, :nx, :ny, :nz, :d, :face, :box, :loop_boxes

      def initialize(loops, nx, ny, nz, d, face, box, loop_boxes = nil)
        @loops = loops.each(&:freeze).freeze
        @nx = nx
        @ny = ny
        @nz = nz
        @d = d
        @face = face
        @box = box.freeze
        @loop_boxes = loop_boxes.freeze
        freeze
      end

      # Facet over ids of a pool (or solid: anything with xs, ys, zs); the plane is given or computed (Newell's method).
      def self.over(pool, loops, face, plane = nil)
        nx, ny, nz, d = plane || newell(pool, loops[0])
        new(loops, nx, ny, nz, d, face, box_of(pool, loops[0]), boxes_of(pool, loops))
      end

      # Boxes of the loops of a facet with holes, nil for one without.
      def self.boxes_of(pool, loops) = loops.size > 1 ? loops.map { |l| box_of(pool, l).freeze } : nil

      def self.box_of(pool, ids)
        x = pool.xs.values_at(*ids)
        y = pool.ys.values_at(*ids)
        z = pool.zs.values_at(*ids)
        [x.min, y.min, z.min, x.max, y.max, z.max]
      end

      # Unit normal and offset of a loop's mean plane.
      def self.newell(pool, ids)
        nx = ny = nz = 0.0
        ids.each_with_index do |a, i|
          b = ids[i - 1]
          nx -= (pool.ys[a] - pool.ys[b]) * (pool.zs[a] + pool.zs[b])
          ny -= (pool.zs[a] - pool.zs[b]) * (pool.xs[a] + pool.xs[b])
          nz -= (pool.xs[a] - pool.xs[b]) * (pool.ys[a] + pool.ys[b])
        end
        n = Geometry::Vec.unit([nx, ny, nz])
        n = n.map { |c| c.abs < 1e-13 ? 0.0 : c }
        d = ids.sum { |i| (n[0] * pool.xs[i]) + (n[1] * pool.ys[i]) + (n[2] * pool.zs[i]) } / ids.size
        [*n, d]
      end

      def normal = [@nx, @ny, @nz]
      def plane = [@nx, @ny, @nz, @d]
      def reversed = Facet.new(@loops.map(&:reverse), -@nx, -@ny, -@nz, -@d, @face, @box, @loop_boxes)
      # The same place with loops of other ids (or split edges).
      def with_loops(loops) = Facet.new(loops, @nx, @ny, @nz, @d, @face, @box, @loop_boxes)

      # The same place with ids moved by so much.
      def shifted(by) = by.zero? ? self : with_loops(@loops.map { |l| l.map { |i| i + by } })

      # Other loops in the same plane.
      def trimmed(pool, loops)
        Facet.new(loops, @nx, @ny, @nz, @d, @face, Facet.box_of(pool, loops[0]), Facet.boxes_of(pool, loops))
      end

      def with_face(face) = Facet.new(@loops, @nx, @ny, @nz, @d, face, @box, @loop_boxes)
      def remapped(map) = with_loops(@loops.map { |l| l.map { |i| map[i] } })

      # Yields every directed edge (a, b).
      def each_edge
        @loops.each do |ids|
          a = ids[-1]
          i = 0
          while i < ids.size
            b = ids[i]
            yield a, b
            a = b
            i += 1
          end
        end
      end
    end
  end
end
