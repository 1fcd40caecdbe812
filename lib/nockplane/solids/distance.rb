# frozen_string_literal: true

module Nockplane
  module Solids
    # Distances between points and facets, in mm.
    module Distance
      module_function

      # Least distance of a point from a facet of a solid.
      def to_facet(solid, facet, point)
        Triangulator.triangles(solid, facet).map { |t| to_triangle(point, *t.map { |i| solid.point(i) }) }.min
      end

      # Least distance of p from the triangle a, b, c (Ericson, Real-Time Collision Detection, 5.1.5).
      def to_triangle(p, a, b, c)
        ab = Geometry::Vec.sub(b, a)
        ac = Geometry::Vec.sub(c, a)
        n = Geometry::Vec.cross(ab, ac)
        inside =
          [[a, b], [b, c], [c, a]].all? do |u, v|
            Geometry::Vec.dot(Geometry::Vec.cross(Geometry::Vec.sub(v, u), Geometry::Vec.sub(p, u)), n) >= 0
          end
        if inside && Geometry::Vec.length(n) > 1e-12
          return (Geometry::Vec.dot(Geometry::Vec.sub(p, a), n) / Geometry::Vec.length(n)).abs
        end

        [[a, b], [b, c], [c, a]].map { |u, v| to_segment(p, u, v) }.min
      end

      def to_segment(p, a, b)
        d = Geometry::Vec.sub(b, a)
        l = Geometry::Vec.dot(d, d)
        t = l.zero? ? 0.0 : (Geometry::Vec.dot(Geometry::Vec.sub(p, a), d) / l).clamp(0.0, 1.0)
        Geometry::Vec.distance(p, Geometry::Vec.along(a, d, t))
      end

      # Does a point of a facet's plane lie on it (or within mm of it)?
      def on_facet?(solid, facet, point, mm = 1e-6) = to_facet(solid, facet, point) <= mm
    end
  end
end
