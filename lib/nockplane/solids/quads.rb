# frozen_string_literal: true

module Nockplane
  module Solids
    # Joins pairs of triangles that lie in one plane to convex quads: strips of cylinders and cones, cells of balls and
    # tori.
    module Quads
      # Part of its size that a corner must turn by.
      TURN = 1e-9

      module_function

      # triangles: [[a, b, c], ...]; pool: point(id). Gives triangles and quads.
      def joined(triangles, pool)
        by_edge = {}
        triangles.each_with_index { |t, i| 3.times { |k| by_edge[[t[k], t[k - 2]]] = i } }
        taken = {}
        triangles.each_with_index.filter_map do |t, i|
          next if taken[i]

          taken[i] = true
          quad = edges(t, pool).filter_map { |k| partner(t, k, triangles, by_edge, taken, pool) }.first
          next t unless quad

          taken[quad[1]] = true
          quad[0]
        end
      end

      # Places of a triangle's edges, the longest first.
      def edges(t, pool)
        (0..2).sort_by { |k| -Geometry::Vec.distance(pool.point(t[k]), pool.point(t[k - 2])) }.first(1)
      end

      def partner(t, k, triangles, by_edge, taken, pool)
        a, b, c = t[k], t[k - 2], t[k - 1]
        j = by_edge[[b, a]]
        return nil if j.nil? || taken[j]

        d = (triangles[j] - [a, b])[0] or return nil
        quad = [a, d, b, c]
        [quad, j] if quad.uniq.size == 4 && flat?(quad.map { |id| pool.point(id) })
      end

      def flat?(corners)
        p = corners[0]
        e, f, g = corners.drop(1).map { |q| Geometry::Vec.sub(q, p) }
        n = Geometry::Vec.cross(e, g)
        size = [e, f, g].map { |v| Geometry::Vec.length(v) }.max
        return false unless Geometry::Vec.dot(n, f).abs < Geometry::Tolerance::FLAT * Geometry::Vec.length(n)

        corners.each_index.all? do |i|
          u, v = Geometry::Vec.sub(corners[i - 3], corners[i]), Geometry::Vec.sub(corners[i - 2], corners[i - 3])
          Geometry::Vec.dot(Geometry::Vec.cross(u, v), n) > TURN * (size**4)
        end
      end
    end
  end
end
