# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The cylinder square to the sheet that a wall of facets is the mesh of, as of a hole cut across a bend in the
      # flat.
      module RoundWall
        # mm within which corners lie on the circle.
        ON = 2e-4
        # Part of the corners that must; the others lie on chords.
        LEAST_PART = 0.25
        # Part of the radius, and mm, that a point on a chord may lie inside.
        SAG = 0.006
        SPARE = 0.005

        module_function

        # points: [[x, y, z], ...] of the wall's corners; axis: unit vector. Geometry::Surface, nil when it is no
        # cylinder.
        def of(points, axis)
          frame = Geometry::Frame.new(points[0], axis, Geometry::Vec.any_normal(axis))
          places = points.map { |p| frame.local(p).first(2).map { |c| c.round(7) } }.uniq
          return nil if places.size < 6

          best = triples(places).filter_map { |three| circle(*three) }.max_by { |c| on(places, c) }
          return nil unless best && on(places, best) >= LEAST_PART * places.size && inside?(places, best)

          x, y, radius = best
          Geometry::Surface.cylinder(frame.point(x, y), frame.z, radius)
        end

        # A dozen triples of points far from each other.
        def triples(places)
          n = places.size
          (0...12)
            .map { |i| [i, i + (n / 3), i + (2 * n / 3)].map { |k| places[(k * 7) % n] } }
            .select { |t| t.uniq.size == 3 }
        end

        # [x, y, radius] through three points, nil of a line.
        def circle((ax, ay), (bx, by), (cx, cy))
          d = 2 * ((ax * (by - cy)) + (bx * (cy - ay)) + (cx * (ay - by)))
          return nil if d.abs < 1e-9

          a, b, c = [[ax, ay], [bx, by], [cx, cy]].map { |x, y| (x * x) + (y * y) }
          x = ((a * (by - cy)) + (b * (cy - ay)) + (c * (ay - by))) / d
          y = ((a * (cx - bx)) + (b * (ax - cx)) + (c * (bx - ax))) / d
          [x, y, Math.hypot(ax - x, ay - y)]
        end

        def off(place, (x, y, radius)) = Math.hypot(place[0] - x, place[1] - y) - radius
        def on(places, circle) = places.count { |p| off(p, circle).abs < ON }

        def inside?(places, circle)
          least = -(SPARE + (SAG * circle[2]))
          places.all? { |p| off(p, circle).between?(least, ON) }
        end
      end
    end
  end
end
