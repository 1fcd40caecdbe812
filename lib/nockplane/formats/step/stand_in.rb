# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # What takes the place of a face that can't be meshed: its outline spanned flat, so that the shape stays closed
      # where it can be and a view shows where something is amiss (it is hatched there). It says nothing about the
      # surface.
      class StandIn
        KIND = :stand_in
        # Part of the square of the outline's length that its area must be for the outline to be spanned.
        LEAST = 1e-4

        # pool: BodyMesh::Pool; loops: [[point id, ...], ...] as they run round the face.
        def initialize(pool, loops)
          @pool = pool
          @loops =
            loops
              .map { |l| l.each_with_index.reject { |id, i| id == l[i - 1] }.map(&:first) }
              .select { |l| l.uniq.size > 2 }
        end

        # [Solids::Facet] of a face of this name; none when the outline can't be spanned.
        def facets(name)
          return [] if @loops.empty? || flat.nil?

          us, vs = laid
          rings = Geometry::Polygon.nested(@loops, us, vs)
          unless rings
                   .drop(1)
                   .all? { |hole| hole.all? { |id| Geometry::Polygon.around?(rings[0], us, vs, us[id], vs[id]) } }
            return []
          end

          triangles = Solids::Triangulator.new(us, vs, rings).triangles.reject { |t| t.uniq.size < 3 }
          face = Solids::Face.new(name, surface)
          triangles.map { |ids| facet(ids, face) }
        end

        private

        # Unit normal of the largest loop, nil when it encloses nothing.
        def flat
          @flat ||= begin
            points = outer.map { |id| @pool.point(id) }
            area = Geometry::Polygon.area_vector(points)
            round = points.each_index.sum { |k| Geometry::Vec.distance(points[k - 1], points[k]) }
            Geometry::Vec.length(area) < LEAST * round * round ? nil : Geometry::Vec.unit(area)
          end
        end

        def outer
          @loops.max_by { |l| Geometry::Vec.length(Geometry::Polygon.area_vector(l.map { |id| @pool.point(id) })) }
        end

        def origin = @pool.point(outer[0])

        # { point id => coordinate } along two axes of the plane.
        def laid
          frame = Geometry::Frame.new(origin, flat, Geometry::Vec.any_normal(flat))
          at = @loops.flatten.uniq.to_h { |id| [id, frame.local(@pool.point(id))] }
          2.times.map { |k| at.transform_values { |p| p[k] } }
        end

        def surface = Geometry::Surface.free(KIND, origin, flat, Geometry::NormalField.new([[origin, flat, nil]]))

        def facet(ids, face)
          points = ids.map { |id| @pool.point(id) }
          if Geometry::Vec.length(Geometry::Polygon.area_vector(points)) > 1e-10
            return Solids::Facet.over(@pool, [ids], face)
          end

          Solids::Facet.over(@pool, [ids], face, [*flat, Geometry::Vec.dot(flat, points[0])])
        end
      end
    end
  end
end
