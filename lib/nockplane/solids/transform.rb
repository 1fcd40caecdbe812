# frozen_string_literal: true

module Nockplane
  module Solids
    # A rigid move or a mirroring of solids: p -> origin + x p.x + y p.y + z p.z, with x, y, z square unit vectors.
    class Transform
      # Mirror in the plane through a point with a unit normal.
      def self.mirror(point, normal)
        image = ->(v) { Geometry::Vec.along(v, normal, -2 * Geometry::Vec.dot(v, normal)) }
        shift = Geometry::Vec.scale(normal, 2 * Geometry::Vec.dot(point, normal))
        new(shift, image[[1.0, 0.0, 0.0]], image[[0.0, 1.0, 0.0]], image[[0.0, 0.0, 1.0]])
      end

      # The move that takes one frame to another.
      def self.between(from, to)
        image = ->(v) do
          to.direction(Geometry::Vec.dot(v, from.x), Geometry::Vec.dot(v, from.y), Geometry::Vec.dot(v, from.z))
        end
        axes = [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].map(&image)
        new(to.point(*from.local([0.0, 0.0, 0.0])), *axes)
      end

      def initialize(origin, x, y, z)
        @origin = origin
        @x = x
        @y = y
        @z = z
        @mirrors = Geometry::Vec.dot(Geometry::Vec.cross(x, y), z).negative?
        freeze
      end

      IDENTITY = new([0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0])

      attr_reader :origin, :x, :y, :z

      def mirrors? = @mirrors
      def point(p) = Geometry::Vec.add(@origin, direction(p))
      def direction(v) = 3.times.map { |k| (@x[k] * v[0]) + (@y[k] * v[1]) + (@z[k] * v[2]) }

      # This move after another: p -> self(other(p)).
      def after(other)
        Transform.new(
          point(other.point([0.0, 0.0, 0.0])),
          *[[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].map { |e| direction(other.direction(e)) }
        )
      end

      # The move back.
      def inverse
        rows = [@x, @y, @z].transpose
        Transform.new([@x, @y, @z].map { |axis| -Geometry::Vec.dot(axis, @origin) }, *rows)
      end

      # The move followed by a shift, mm.
      def moved(shift) = Transform.new(Geometry::Vec.add(@origin, shift), @x, @y, @z)

      # The solid moved as it is (same vertices, facets and order), its face names behind a prefix. Not for mirrors.
      def place(solid, prefix)
        xs, ys, zs = moved_coordinates(solid)
        pool = Placed.new(xs, ys, zs)
        faces =
          Hash
            .new do |h, face|
              h[face] = Face.new(
                "#{prefix}#{face.name}",
                surface(face.surface),
                face.aliases.map { |a| "#{prefix}#{a}" }
              )
            end
            .compare_by_identity
        facets =
          solid.facets.map do |f|
            n = direction(f.normal)
            i = f.loops[0][0]
            Facet.over(pool, f.loops, faces[f.face], [*n, (n[0] * xs[i]) + (n[1] * ys[i]) + (n[2] * zs[i])])
          end
        Solid.new(xs, ys, zs, facets)
      end

      # A face moved; its names stay.
      def face(face) = Face.new(face.name, surface(face.surface), face.aliases)

      Placed = Struct.new(:xs, :ys, :zs)

      # The solid moved; the block gives the new name of a face.
      def apply(solid)
        points = Array.new(solid.xs.size) { |i| point(solid.point(i)) }
        pool = VertexPool.new(*points.transpose)
        faces =
          Hash.new do |h, face|
            h[face] = Face.new(yield(face.name), surface(face.surface), face.aliases.map { |a| yield(a) })
          end
        facets =
          solid.facets.map do |f|
            loops = @mirrors ? f.loops.map(&:reverse) : f.loops
            n = direction(f.normal)
            Facet.over(pool, loops.map(&:dup), faces[f.face], [*n, Geometry::Vec.dot(n, points[loops[0][0]])])
          end
        Solid.compact(pool, facets)
      end

      private

      def moved_coordinates(solid)
        3.times.map do |k|
          x, y, z, o = @x[k], @y[k], @z[k], @origin[k]
          Array.new(solid.xs.size) { |i| (x * solid.xs[i]) + (y * solid.ys[i]) + (z * solid.zs[i]) + o }
        end
      end

      def surface(s) = s.mapped(method(:point), method(:direction))
    end
  end
end
