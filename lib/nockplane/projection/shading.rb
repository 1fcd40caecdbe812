# frozen_string_literal: true

module Nockplane
  module Projection
    # A shaded picture of a solid as polygons in painting order (far first): front-facing convex pieces, sorted so that
    # where two overlap in the image the farther is painted first (pairwise depth in the overlap, then topological order).
    class Shading
      # points [[x, y], ...] in mm of the model; light: 0 (dark) to 1.
      Region = Struct.new(:points, :light)

      FRONT = -1e-6
      LEAST_AREA = 1e-7

      # Light from above left behind the viewer, in the view's own axes (right, up, towards the viewer).
      LIGHT = Geometry::Vec.unit([-0.35, 0.65, 0.7])

      def self.of(solid, frame, edge_set: EdgeSet.new(solid)) = new(solid, edge_set, frame).regions

      def initialize(solid, edge_set, frame)
        @solid = solid
        @set = edge_set
        @frame = frame
      end

      # [Region]
      def regions
        collect
        order.map { |i| Region.new(@polys[i], @light[i]) }.then { |list| Ractor.make_shareable(list) }
      end

      private

      def collect
        @polys = []
        @planes = []
        @light = []
        @solid.facets.each_with_index do |f, i|
          nd = Geometry::Vec.dot(f.normal, @frame.d)
          next unless nd < FRONT

          plane = [-Geometry::Vec.dot(f.normal, @frame.r) / nd, -Geometry::Vec.dot(f.normal, @frame.u) / nd, f.d / nd]
          light = light(f)
          @set.pieces[i].each do |ids|
            @polys << ids.map { |k| @frame.image(@solid.point(k)) }
            @planes << plane
            @light << light
          end
        end
      end

      # Lambert's law with a base light; curved faces by the analytic normal in the facet's middle.
      def light(facet)
        n = facet.normal
        n = [Geometry::Vec.dot(n, @frame.r), Geometry::Vec.dot(n, @frame.u), -Geometry::Vec.dot(n, @frame.d)]
        (0.45 + (0.55 * [Geometry::Vec.dot(n, LIGHT), 0].max)).round(3)
      end

      # Kahn's algorithm over "must be painted before"; a cycle (rare) is broken at the farthest piece.
      def order
        after = Array.new(@polys.size) { [] }
        waiting = Array.new(@polys.size, 0)
        overlaps do |far, near|
          after[far] << near
          waiting[near] += 1
        end
        drain(after, waiting)
      end

      def drain(after, waiting)
        ready = waiting.each_index.select { |i| waiting[i].zero? }
        done = Array.new(waiting.size)
        found = []
        until found.size == waiting.size
          i = ready.shift || waiting.each_index.reject { |k| done[k] }.max_by { |k| middle_depth(k) }
          next if done[i]

          done[i] = true
          found << i
          after[i].each { |k| ready << k if (waiting[k] -= 1).zero? && !done[k] }
        end
        found
      end

      def middle_depth(i)
        x, y = centroid(@polys[i])
        a, b, c = @planes[i]
        (a * x) + (b * y) + c
      end

      def overlaps
        boxes = @polys.map { |p| [p.map(&:first).minmax, p.map(&:last).minmax] }
        order = boxes.each_index.sort_by { |i| boxes[i][0][0] }
        order.each_with_index do |i, at|
          (at + 1).upto(order.size - 1) do |k|
            j = order[k]
            break if boxes[j][0][0] >= boxes[i][0][1] - 1e-6
            next if boxes[j][1][0] >= boxes[i][1][1] - 1e-6 || boxes[i][1][0] >= boxes[j][1][1] - 1e-6
            next if @planes[i].equal?(@planes[j])

            far = farther(i, j)
            yield(*far) if far
          end
        end
      end

      # [far, near] of two pieces overlapping in the image, nil when they don't or lie at one depth there.
      def farther(i, j)
        common = clip(@polys[i], @polys[j])
        return nil if common.size < 3 || area(common) < LEAST_AREA

        x, y = centroid(common)
        a, b, c = @planes[i]
        d, e, f = @planes[j]
        gap = ((a - d) * x) + ((b - e) * y) + c - f
        return nil if gap.abs < Geometry::Tolerance::DEPTH

        gap.positive? ? [i, j] : [j, i]
      end

      # Intersection of two convex polygons (Sutherland and Hodgman).
      def clip(subject, by)
        bx, by_y = by[-1]
        by.each do |cx, cy|
          ex = cx - bx
          ey = cy - by_y
          out = []
          px, py = subject[-1]
          ps = (ex * (py - by_y)) - (ey * (px - bx))
          subject.each do |qx, qy|
            qs = (ex * (qy - by_y)) - (ey * (qx - bx))
            if (ps >= 0) != (qs >= 0)
              t = ps / (ps - qs)
              out << [px + ((qx - px) * t), py + ((qy - py) * t)]
            end
            out << [qx, qy] if qs >= 0
            px = qx
            py = qy
            ps = qs
          end
          return out if out.size < 3

          subject = out
          bx = cx
          by_y = cy
        end
        subject
      end

      def area(points)
        sum = 0.0
        qx, qy = points[-1]
        points.each do |x, y|
          sum += (qx * y) - (x * qy)
          qx = x
          qy = y
        end
        sum / 2
      end

      def centroid(points) = [points.sum(&:first) / points.size, points.sum(&:last) / points.size]
    end
  end
end
