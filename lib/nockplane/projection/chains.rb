# frozen_string_literal: true

module Nockplane
  module Projection
    # Joins the deduplicated segments of a view into strokes: chords of circles into circle or ellipse arcs taken from the
    # circle itself, collinear pieces into lines, and the rest into paths.
    class Chains
      TURN = 2 * Math::PI

      def initialize(solid, frame, segments)
        @solid = solid
        @frame = frame
        @segments = segments
      end

      # [Stroke]
      def strokes
        @segments.group_by { |s| [names(s.seen), s.seen.kind, s.visible] }.flat_map do |(faces, kind, visible), group|
          round, straight = group.partition { |s| curved?(s.seen.edge.circle) }
          more = { faces: faces, kind: kind, visible: visible }
          arcs(round, more) + lines(straight, more)
        end
      end

      private

      def names(seen)
        [@solid.facets[seen.edge.f].face.name, @solid.facets[seen.edge.g].face.name].uniq.sort
      end

      # Seen edge-on a circle is a line.
      def curved?(circle) = circle && Geometry::Vec.dot(circle.axis, @frame.d).abs > 1e-6

      def arcs(segments, more)
        segments.group_by { |s| s.seen.edge.circle }.flat_map do |circle, group|
          e1, e2 = axes(circle)
          ranges = group.map { |s| range(s, circle, e1, e2) }
          joined(ranges).map { |from, to| arc(circle, e1, e2, from, to, more) }
        end
      end

      # Unit vectors of the circle's plane: the first lies in the image plane (the ellipse's major axis).
      def axes(circle)
        major = Geometry::Vec.cross(circle.axis, @frame.d)
        e1 = Geometry::Vec.length(major) < 1e-7 ? @frame.r : Geometry::Vec.unit(major)
        [e1, Geometry::Vec.cross(circle.axis, e1)]
      end

      # Parameter range [from, to] of a chord piece on its circle, counter-clockwise about the circle's axis.
      def range(s, circle, e1, e2)
        angles = [s.t0, s.t1].map do |t|
          q = Geometry::Vec.sub(Geometry::Vec.add(Geometry::Vec.scale(@solid.point(s.seen.edge.a), 1 - t), Geometry::Vec.scale(@solid.point(s.seen.edge.b), t)), circle.centre)
          Math.atan2(Geometry::Vec.dot(q, e2), Geometry::Vec.dot(q, e1))
        end
        from, to = angles
        turn = (to - from + Math::PI) % TURN - Math::PI
        from, turn = to, -turn if turn.negative?
        from %= TURN
        [from, from + turn]
      end

      # Ranges joined end to end, also across the full turn.
      def joined(ranges)
        merged = Intervals.union(ranges, 1e-7)
        return [[0.0, TURN]] if merged.any? { |a, b| b - a > TURN - 1e-6 }

        last = merged[-1]
        if merged.size > 1 && last[1] >= TURN - 1e-7 && merged[0][0] <= last[1] - TURN + 1e-7
          first = merged.shift
          last[1] = [last[1], first[1] + TURN].max
        end
        merged
      end

      def arc(circle, e1, e2, from, to, more)
        a = [Geometry::Vec.dot(e1, @frame.r), Geometry::Vec.dot(e1, @frame.u)]
        b = [Geometry::Vec.dot(e2, @frame.r), Geometry::Vec.dot(e2, @frame.u)]
        squash = Math.hypot(*b)
        # Seen from behind the parameter runs clockwise in the image: mirror it.
        from, to = -to, -from if ((a[0] * b[1]) - (a[1] * b[0])).negative?
        squash = 1.0 if (squash - 1).abs < 1e-9
        Stroke.new(shape: :arc, centre: @frame.image(circle.centre), rx: circle.radius, ry: circle.radius * squash,
                   rotation: Math.atan2(a[1], a[0]), from: from, to: to, **more)
      end

      def lines(segments, more)
        straight, loose = segments.partition { |s| s.seen.edge.circle || straight?(s.seen.edge) }
        found = straight.group_by(&:carrier).flat_map { |_, group| line_strokes(group, more) }
        found + paths(loose, more)
      end

      # Edges of two planes are lines; what else turns out straight loses its middle points in #walk.
      def straight?(edge) = [edge.f, edge.g].all? { |i| @solid.facets[i].face.surface.plane? }

      def line_strokes(group, more)
        return path_or_line(group, more) if group.size == 1

        first = group[0]
        span = first.s1 - first.s0
        ux = (first.x1 - first.x0) / span
        uy = (first.y1 - first.y0) / span
        point = ->(s) { [first.x0 + (ux * (s - first.s0)), first.y0 + (uy * (s - first.s0))] }
        Intervals.union(group.map { |s| [s.s0, s.s1].minmax }, 1e-6).map do |from, to|
          Stroke.new(shape: :line, points: [point[from], point[to]], **more)
        end
      end

      def path_or_line(group, more)
        group.map { |s| Stroke.new(shape: :line, points: [[s.x0, s.y0], [s.x1, s.y1]], **more) }
      end

      # Joins chords end to end into open or closed paths.
      def paths(segments, more)
        at = Hash.new { |h, k| h[k] = [] }
        ends = segments.map { |s| [[s.x0, s.y0], [s.x1, s.y1]] }
        ends.each_with_index { |pair, i| pair.each { |p| at[key(p)] << i } }
        used = {}
        order = segments.each_index.sort_by { |i| ends[i].any? { |p| at[key(p)].size == 1 } ? 0 : 1 }
        order.filter_map do |i|
          next if used[i]

          points = walk(i, ends, at, used)
          Stroke.new(shape: points.size == 2 ? :line : :path, points: points, **more)
        end
      end

      def walk(i, ends, at, used)
        a, b = ends[i]
        a, b = b, a if at[key(b)].size == 1 && at[key(a)].size > 1
        points = [a]
        while i
          used[i] = true
          b = ends[i].find { |p| key(p) != key(points[-1]) } || b
          points << b
          i = at[key(b)].find { |k| !used[k] }
        end
        points.each_with_index.reject { |p, k| k.positive? && k < points.size - 1 && between?(points[k - 1], p, points[k + 1]) }.map(&:first)
      end

      # Does q lie on the way from p to r, within a hair?
      def between?(p, q, r)
        l = Math.hypot(r[0] - p[0], r[1] - p[1])
        l > 1e-9 && (((r[0] - p[0]) * (q[1] - p[1])) - ((r[1] - p[1]) * (q[0] - p[0]))).abs / l < 1e-6
      end

      def key(p) = [(p[0] * 1e5).round, (p[1] * 1e5).round]
    end
  end
end
