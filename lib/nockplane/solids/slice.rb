# frozen_string_literal: true

module Nockplane
  module Solids
    # The section of a solid by a plane: closed loops in the plane, each edge with the name of the face that was cut.
    # A plane lying on a face shows the material just behind it (against the normal).
    class Slice
      # points: model points (mm) in order; faces: name of the face cut by the edge that starts at each point;
      # hole: does it bound a hole; area: signed mm2 (negative for holes); perimeter: mm.
      Loop = Struct.new(:points, :faces, :hole, :area, :perimeter)

      attr_reader :loops

      # origin: a point of the plane (mm); normal: its direction.
      def self.of(solid, origin, normal) = new(solid, origin, Geometry::Vec.unit(normal.map(&:to_f)))

      def initialize(solid, origin, normal)
        @pool = VertexPool.new(solid.xs, solid.ys, solid.zs)
        @normal = normal
        @faces = {}
        @overlay = Geometry::Overlay.new(@pool, *normal)
        cut(solid, [*normal, Geometry::Vec.dot(normal, origin)])
        @loops =
          @overlay
            .polygons { |_base, inside, _| inside }
            .flat_map { |ids| ids.each_with_index.map { |l, i| loop_of(l, i.positive?) } }
        Ractor.make_shareable(self)
      end

      # mm2 of a closed loop of points in a plane, signed by its normal.
      def self.area(points, normal) = Geometry::Vec.dot(normal, Geometry::Polygon.area_vector(points)) / 2

      # mm
      def self.perimeter(points) = points.each_index.sum { |i| Geometry::Vec.distance(points[i - 1], points[i]) }

      def area = @loops.sum(&:area)
      def perimeter = @loops.sum(&:perimeter)
      def empty? = @loops.empty?

      private

      def cut(solid, plane)
        section = Section.new(@pool, plane)
        solid.facets.each do |f|
          next unless section.reaches?(f.box)

          section.each_segment(f, true) do |a, b|
            @overlay.add(a, b, 1)
            @faces[[a, b]] = f.face.name
          end
        end
      end

      def loop_of(ids, hole)
        points = ids.map { |i| @pool.point(i) }
        names = ids.each_index.map { |i| @faces[[ids[i], ids[(i + 1) % ids.size]]] }
        Loop.new(points, names, hole, Slice.area(points, @normal), Slice.perimeter(points))
      end
    end
  end
end
