# frozen_string_literal: true

module Nockplane
  module Projection
    # Where lines truly run: vertices of chords polished onto the analytic surfaces they belong to, outlines of
    # cylinders and cones turned to where the surface turns away, and the directions of curves there. Hidden lines are
    # found on the chords; what is drawn is moved here, so that ends are exact to 1e-6 mm.
    module Exact
      # Radians that an outline may stand beside its chord: half the coarsest chord, and to spare.
      TURNED = 0.3

      module_function

      # { vertex id => [x, y, z] } of a solid's edges that have curved faces.
      def vertices(solid, edges)
        around = Hash.new { |h, k| h[k] = [] }
        edges.each do |e|
          [e.f, e.g].each do |i|
            s = solid.facets[i].face.surface
            [e.a, e.b].each { |v| around[v] << s unless around[v].any? { |t| t.equal?(s) } }
          end
        end
        around.each_with_object({}) do |(v, surfaces), found|
          p = solid.point(v)
          q = Solids::TruePlaces.of(p, surfaces)
          found[v] = q.freeze if q && !q.equal?(p)
        end
      end

      # The point of an outline's edge turned about the axis of its cylinder or cone to where the normal is square to d.
      def outline(surface, point, d)
        return point unless %i[cylinder cone].include?(surface.kind)

        axis = surface.axis
        h = Geometry::Vec.dot(Geometry::Vec.sub(point, surface.origin), axis)
        foot = Geometry::Vec.along(surface.origin, axis, h)
        across = Geometry::Vec.along(d, axis, -Geometry::Vec.dot(d, axis))
        m = Geometry::Vec.length(across)
        return point if m < 1e-6

        x = Geometry::Vec.scale(across, 1 / m)
        cos = (surface.slope || 0.0) * Geometry::Vec.dot(d, axis) / m
        return point if cos.abs > 1

        y = Geometry::Vec.cross(axis, x)
        sin = Math.sqrt(1 - (cos * cos)) * (Geometry::Vec.dot(Geometry::Vec.sub(point, foot), y).negative? ? -1 : 1)
        radius = surface.radius + ((surface.slope || 0.0) * h)
        moved = Geometry::Vec.along(Geometry::Vec.along(foot, x, cos * radius), y, sin * radius)
        Geometry::Vec.distance(moved, point) < TURNED * radius ? moved : point
      end

      # Unit direction of the curve two surfaces meet in at a point, along `towards`; that direction itself where they
      # touch.
      def tangent(s, t, point, towards)
        c = Geometry::Vec.cross(s.normal_at(point), t.normal_at(point))
        l = Geometry::Vec.length(c)
        return Geometry::Vec.unit(towards) if l < 1e-3

        Geometry::Vec.scale(c, (Geometry::Vec.dot(c, towards).negative? ? -1 : 1) / l)
      end

      # Cubic Bezier [p0, p1, p2, p3] (model points) of a short curve with given ends and end directions; of an arc it
      # is right to the sixth order.
      def bezier(a, b, ta, tb)
        chord = Geometry::Vec.distance(a, b)
        angle = Math.acos(Geometry::Vec.dot(ta, tb).clamp(-1.0, 1.0))
        k = chord / (3 * (Math.cos(angle / 4)**2))
        [a, Geometry::Vec.along(a, ta, k), Geometry::Vec.along(b, tb, -k), b]
      end

      # The part of a Bezier from t0 to t1 (de Casteljau), points of any dimension.
      def part(bezier, t0, t1)
        t0 <= 0.0 && t1 >= 1.0 ? bezier : between(bezier, t0, t1)
      end

      # The same, also beyond its ends.
      def between(bezier, t0, t1)
        p, q, r, s = bezier
        columns = p.each_index.map { |k| blossoms(p[k], q[k], r[k], s[k], t0, t1) }
        columns.transpose
      end

      # The control values of one coordinate between t0 and t1, by the polar form (Ramshaw's blossom) at t0 t0 t0,
      # t0 t0 t1, t0 t1 t1, t1 t1 t1.
      def blossoms(p, q, r, s, t0, t1)
        a, b, c = p + ((q - p) * t0), q + ((r - q) * t0), r + ((s - r) * t0)
        d, e = a + ((b - a) * t0), b + ((c - b) * t0)
        f, g = a + ((b - a) * t1), b + ((c - b) * t1)
        i, j, k = p + ((q - p) * t1), q + ((r - q) * t1), r + ((s - r) * t1)
        m, n = i + ((j - i) * t1), j + ((k - j) * t1)
        [d + ((e - d) * t0), d + ((e - d) * t1), f + ((g - f) * t1), m + ((n - m) * t1)]
      end
    end
  end
end
