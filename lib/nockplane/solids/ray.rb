# frozen_string_literal: true

module Nockplane
  module Solids
    # Where a ray from inside a solid comes out of it.
    module Ray
      # mm that a point must be away from where the ray starts.
      OFF = 1e-6

      module_function

      # [mm, Facet] where a ray first meets a facet from inside, nil when it never does. direction: unit vector.
      def exit(solid, point, direction)
        found = nil
        solid.facets.each do |f|
          slope = Geometry::Vec.dot(f.normal, direction)
          next unless slope > 1e-9

          t = (f.d - Geometry::Vec.dot(f.normal, point)) / slope
          next if t < OFF || (found && t >= found[0])

          at = Geometry::Vec.along(point, direction, t)
          found = [t, f] if near?(f.box, at) && within?(solid, f, at)
        end
        found
      end

      # [[mm2 of the triangle, its middle], ...] of the largest triangles that facets fall into.
      def middles(solid, facets, most)
        triangles =
          facets.flat_map do |f|
            Triangulator
              .convex_pieces(solid, f)
              .flat_map do |ids|
                (1..(ids.size - 2)).map { |i| [ids[0], ids[i], ids[i + 1]].map { |v| solid.point(v) } }
              end
          end
        triangles.map { |t| [size(*t), t.transpose.map { |c| c.sum / 3 }] }.max_by(most, &:first)
      end

      def size(p, q, r)
        Geometry::Vec.length(Geometry::Vec.cross(Geometry::Vec.sub(q, p), Geometry::Vec.sub(r, p))) / 2
      end

      def near?(box, p) = 3.times.all? { |k| p[k].between?(box[k] - OFF, box[k + 3] + OFF) }

      # Does a point of the facet's plane lie inside its loops? (By the even-odd rule.)
      def within?(solid, facet, p)
        drop = facet.normal.each_with_index.max_by { |c, _| c.abs }[1]
        i, j = [0, 1, 2] - [drop]
        inside = false
        facet.each_edge do |a, b|
          pa = solid.point(a)
          pb = solid.point(b)
          next if (pa[j] > p[j]) == (pb[j] > p[j])

          inside = !inside if p[i] < pa[i] + ((pb[i] - pa[i]) * (p[j] - pa[j]) / (pb[j] - pa[j]))
        end
        inside
      end
    end
  end
end
