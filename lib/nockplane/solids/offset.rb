# frozen_string_literal: true

module Nockplane
  module Solids
    # A solid with every face moved along its normal: the hollow of a shell. Each vertex goes where the moved faces
    # around it meet (three planes in one point; fewer: the shortest way), on the analytic normals, so that curved faces
    # keep exact sizes. Topology is kept: where the wall would make a face vanish or turn over, #fault says so.
    class Offset
      # Cannot be moved that far; the message says why.
      class TooFar < Nockplane::Error; end

      # distances: ->(face) mm outwards (negative: into the solid); the block names the new faces.
      def self.of(solid, distances, &name) = new(solid, distances, name).call

      def initialize(solid, distances, name)
        @solid = solid
        @distance = solid.faces.to_h { |f| [f.name, distances.call(f)] }
        @name = name
      end

      # The moved Solid. Raises TooFar.
      def call
        @around = Hash.new { |h, k| h[k] = [] }
        @solid.facets.each { |f| f.loops.each { |l| l.each { |i| @around[i] << f } } }
        @moved = Array.new(@solid.xs.size) { |i| move(i) }
        mesh = Mesh.new
        @solid.facets.each { |f| add(mesh, f) }
        mesh.solid
      end

      private

      def move(index)
        p = @solid.point(index)
        planes =
          @around[index]
            .map { |f| [@solid.outward(f, index), @distance[f.face.name]] }
            .uniq { |n, d| [*n, d].map { |x| (x * 1e6).round } }
        shift = Geometry::Meeting.shift(planes) or
          raise TooFar,
                "the faces that meet at #{place(p)} can't all be moved; leave one of them open, or make the wall " \
                "after the features there"
        Geometry::Vec.add(p, shift)
      end

      def add(mesh, facet)
        face = mesh.face(@name.call(facet.face.name)) { surface(facet) }
        loops = facet.loops.map { |l| l.map { |i| @moved[i] } }
        if flat?(facet, loops)
          mesh.facet(face, *loops)
        else
          Triangulator.triangles(@solid, facet).each { |t| mesh.facet(face, checked(facet, t.map { |i| @moved[i] })) }
        end
      end

      def flat?(facet, loops)
        n = Geometry::Polygon.area_vector(loops[0])
        raise TooFar, vanished(facet) if Geometry::Vec.dot(n, facet.normal) < 1e-9

        unit = Geometry::Vec.unit(n)
        d = Geometry::Vec.dot(unit, loops[0][0])
        loops.flatten(1).all? { |p| (Geometry::Vec.dot(unit, p) - d).abs < Geometry::Tolerance::POINT / 4 }
      end

      def checked(facet, points)
        if Geometry::Vec.dot(Geometry::Polygon.area_vector(points), facet.normal).negative?
          raise TooFar, vanished(facet)
        end

        points
      end

      def vanished(facet)
        "the face '#{facet.face.name}' is too small for it at #{place(@solid.point(facet.loops[0][0]))}"
      end

      def surface(facet)
        s = facet.face.surface
        inside = Geometry::Vec.dot(s.normal_at(@solid.point(facet.loops[0][0])), facet.normal).negative?
        s.offset(@distance[facet.face.name] * (inside ? -1 : 1)) ||
          Geometry::Surface.plane(@moved[facet.loops[0][0]], facet.normal)
      end

      def place(point) = format('(%.2f, %.2f, %.2f) mm', *point)
    end
  end
end
