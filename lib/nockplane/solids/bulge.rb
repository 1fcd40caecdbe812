# frozen_string_literal: true

module Nockplane
  module Solids
    # What lies between the facets and the surfaces they stand for: volume and area to be added, by a quadrature of the
    # distance over every triangle (six places, exact to the fourth degree: Dunavant 1985); what is left falls with the
    # fourth power of the chord. On swept and free surfaces the places are the middles of the triangle's sides (exact to
    # the second degree), and only the volume is told.
    module Bulge
      PLACES = [[0.445948490915965, 0.223381589678011], [0.091576213509771, 0.109951743655322]].flat_map do |a, weight|
        b = 1 - (2 * a)
        [[a, a, b], [a, b, a], [b, a, a]].map { |share| [*share, weight] }
      end.freeze

      module_function

      # [mm3, mm2] over all faces whose surface can tell distances.
      def of(solid)
        volume = area = 0.0
        middles = Hash.new { |h, surface| h[surface] = {} }.compare_by_identity
        solid.facets.each do |facet|
          surface = facet.face.surface
          next if surface.plane?
          next volume += beneath(solid, facet, surface, middles[surface]) if surface.swept?

          Mass.each_triangle(solid, facet) do |p, q, r|
            cross = Geometry::Vec.cross(Geometry::Vec.sub(q, p), Geometry::Vec.sub(r, p))
            size = Geometry::Vec.dot(cross, facet.normal) / 2
            PLACES.each do |a, b, c, weight|
              added, larger = at(surface, facet, 3.times.map { |k| (a * p[k]) + (b * q[k]) + (c * r[k]) })
              volume += size * weight * added
              area += size * weight * larger
            end
          end
        end
        [volume, area]
      end

      # mm3 between a facet and the swept or free surface it stands for. middles: what is known of this surface's sides,
      # { [corner, corner] => as of above }.
      def beneath(solid, facet, surface, middles)
        sum = 0.0
        Mass.each_triangle(solid, facet) do |p, q, r, a, b, c|
          cross = Geometry::Vec.cross(Geometry::Vec.sub(q, p), Geometry::Vec.sub(r, p))
          size = Geometry::Vec.dot(cross, facet.normal) / 2
          ways = [[a, b, p, q], [b, c, q, r], [a, c, p, r]].map do |from, to, *ends|
            middles[from < to ? [from, to] : [to, from]] ||= above(surface, *ends)
          end
          sum += size * ways.sum { |way| Geometry::Vec.dot(way, facet.normal) } / 3
        end
        sum
      end

      # From the middle between two corners to the surface, mm; nothing where that can't be told.
      def above(surface, p, q)
        middle = Geometry::Vec.scale(Geometry::Vec.add(p, q), 0.5)
        return Geometry::Vec.sub(surface.settled(middle)[0], middle) unless surface.field

        path = surface.field.path(p, q)
        path ? Geometry::Vec.sub(path.point(0.5), middle) : [0.0, 0.0, 0.0]
      end

      # mm of volume over a unit of area at a point of a facet, and how much larger the area is there.
      def at(surface, facet, point)
        d = surface.distance(point)
        cos = Geometry::Vec.dot(surface.normal_at(point), facet.normal)
        [
          cos.negative? ? d : -d,
          (cos.abs / (1 + (d * curvature(surface, point))) / (1 + (d * second(surface, point)))) - 1
        ]
      end

      # Greater and smaller curvature of a surface near a point, 1/mm, positive away from the axis or tube centre.
      def curvature(surface, point)
        case surface.kind
        when :torus then 1 / surface.minor
        when :cone then 1 / (surface.radial_distance(point) * Math.sqrt(1 + (surface.slope**2)))
        else 1 / surface.radius
        end
      end

      def second(surface, point)
        case surface.kind
        when :sphere then 1 / surface.radius
        when :torus
          out = surface.radial_distance(point)
          (out - surface.radius) /
            Math.hypot(
              out - surface.radius,
              Geometry::Vec.dot(Geometry::Vec.sub(point, surface.origin), surface.axis)
            ) / out
        else 0.0
        end
      end
    end
  end
end
