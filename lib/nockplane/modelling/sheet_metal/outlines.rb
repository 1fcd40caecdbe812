# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The outlines of a flat sheet, of the side with more material: areas mm2, lengths mm.
      class Outlines
        # Degrees within which straight edges run the same way.
        SAME = 0.01

        def self.of(flat, frame) = new(flat.solid, frame, flat.thickness)

        # The frame of a flat solid, x along its longer side, z as near as may be to a direction; nil of what has no two
        # large sides.
        def self.lying(solid, towards)
          facet =
            solid
              .facets
              .select { |f| f.face.surface.plane? }
              .max_by do |f|
                [Geometry::Vec.dot(f.normal, towards).positive? ? 1 : 0, Solids::Mass.facet_area(solid, f)]
              end or return nil
          heights = Array.new(solid.xs.size) { |i| Geometry::Vec.dot(solid.point(i), facet.normal) }
          at = solid.point(facet.loops[0][0])
          new(solid, Geometry::Frame.facing(at, facet.normal), heights.max - heights.min).frame
        end

        # [[outer corners], [hole corners], ...] of each piece, places [x, y] in the frame.
        attr_reader :polygons

        # frame: z towards who looks, origin on the side that is looked at.
        def initialize(solid, frame, thickness)
          @solid = solid
          @given = frame
          @sides = [[0.0, 1.0], [-thickness, -1.0]].map { |level, way| side(level, way) }
          @best = @sides.max_by { |_, polygons| polygons.sum { |p| area_of(p) } }
          @polygons = @best[1]
        end

        def pieces = @polygons.size
        def area = @polygons.sum { |p| area_of(p) }
        def outer = @polygons.sum { |p| round(p[0]) }
        def inner = @polygons.sum { |p| p.drop(1).sum { |hole| round(hole) } }
        def holes = @polygons.sum { |p| p.size - 1 }

        # mm2 that lie on each other, and the faces that do.
        def overlap = @best[0].sum { |f| Solids::Mass.facet_area(@solid, f) } - area

        def overlapping
          shapes = @best[0].group_by { |f| f.face.name }.map { |name, facets| [name, facets, box(facets)] }
          pair = shapes.combination(2).find { |(_, f, a), (_, g, b)| boxes?(a, b) && common?(f, g) }
          pair ? pair.map(&:first) : []
        end

        # The frame with x along the way most straight edges run, the longer side of the two.
        def frame
          turned = @given.turned(way)
          x0, y0, x1, y1 = box_in(turned)
          y1 - y0 > x1 - x0 + 1e-6 ? turned.turned(Math::PI / 2) : turned
        end

        # [length, width] of the true shape, round edges as round as they are.
        def size
          x0, y0, _, x1, y1, = Solids::Extent.of(@solid, [@given.x, @given.y, @given.z])
          [x1 - x0, y1 - y0]
        end

        # [x0, y0, x1, y1] in a frame.
        def box_in(frame)
          points = @polygons.flat_map { |p| p[0] }.map { |x, y| frame.local(@given.point(x, y)).first(2) }
          xs, ys = points.transpose
          [xs.min, ys.min, xs.max, ys.max]
        end

        private

        # [facets, polygons] of a side.
        def side(level, way)
          at = Geometry::Vec.dot(@given.origin, @given.z) + level
          facets =
            @solid.facets.select do |f|
              dot = Geometry::Vec.dot(f.normal, @given.z)
              dot * way > 1 - 1e-9 && ((f.d * way) - at).abs < 1e-6
            end
          [facets, united(facets)]
        end

        def united(facets)
          return [] if facets.empty?

          pool = Solids::VertexPool.new(@solid.xs, @solid.ys, @solid.zs)
          overlay = Geometry::Overlay.new(pool, *facets[0].normal)
          facets.each { |f| f.each_edge { |a, b| overlay.add(a, b, 1) } }
          overlay
            .polygons { |_, inside, _| inside }
            .map { |loops| loops.map { |ids| ids.map { |i| @given.local(pool.point(i)).first(2) } } }
        end

        # (Both sides are seen from the front here: the back's loops run the other way.)
        def area_of(polygon) = polygon.each_with_index.sum { |l, i| (i.zero? ? 1 : -1) * swept(l).abs }

        def swept(points)
          points.each_index.sum { |i| (points[i - 1][0] * points[i][1]) - (points[i][0] * points[i - 1][1]) } / 2
        end

        def round(points) = points.each_index.sum { |i| Math.hypot(*sub(points[i], points[i - 1])) }
        def sub(a, b) = [a[0] - b[0], a[1] - b[1]]

        # Radians of the direction (of a quarter turn) that has most length of edges.
        def way
          sums = Hash.new { |h, k| h[k] = [0.0, 0.0] }
          @polygons
            .flatten(1)
            .each do |points|
              points.each_index do |i|
                d = sub(points[i], points[i - 1])
                angle = (Math.atan2(d[1], d[0]) * 180 / Math::PI) % 90
                angle -= 90 if angle > 90 - (SAME / 2)
                sums[(angle / SAME).round].then { |s| s[0] += Math.hypot(*d) and s[1] += Math.hypot(*d) * angle }
              end
            end
          _, (length, weighted) = sums.max_by { |k, (l, _)| [l.round(6), -k.abs] }
          (weighted / length).then { |a| a.abs < 1e-7 ? 0.0 : a } * Math::PI / 180
        end

        def box(facets)
          boxes = facets.map(&:box)
          3.times.map { |k| boxes.map { |b| b[k] }.min } + 3.times.map { |k| boxes.map { |b| b[k + 3] }.max }
        end

        def boxes?(a, b) = 3.times.all? { |k| a[k] < b[k + 3] + 1e-9 && a[k + 3] > b[k] - 1e-9 }

        def common?(one, other)
          pool = Solids::VertexPool.new(@solid.xs, @solid.ys, @solid.zs)
          overlay = Geometry::Overlay.new(pool, *one[0].normal)
          one.each { |f| f.each_edge { |a, b| overlay.add(a, b, 1) } }
          other.each { |f| f.each_edge { |a, b| overlay.add(a, b, 2) } }
          overlay.polygons { |_, a, b| a && b }.any?
        end
      end
    end
  end
end
