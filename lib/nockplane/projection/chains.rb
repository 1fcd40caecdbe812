# frozen_string_literal: true

module Nockplane
  module Projection
    # Joins the deduplicated segments of a view into strokes: chords of circles into circle or ellipse arcs taken from
    # the circle itself, collinear pieces into lines, and the rest into paths.
    class Chains
      TURN = 2 * Math::PI

      def initialize(solid, frame, segments)
        @solid = solid
        @frame = frame
        @segments = segments
      end

      # [Stroke]
      def strokes
        @segments
          .group_by { |s| [names(s.seen), s.seen.kind, s.visible] }
          .flat_map do |(faces, kind, visible), group|
            round, straight = group.partition { |s| ring(s.seen) }
            more = { faces: faces, kind: kind, visible: visible }
            arcs(round, more) + lines(straight, more)
          end
      end

      # [Stroke] of rings and arcs told whole: [[EdgeSet::Loop, visible], ...].
      def rings(edge_set, told)
        told.map do |loop, visible|
          more = { faces: sides(edge_set.edges[loop.edges[0]]), kind: :sharp, visible: visible }
          unless images[loop.ring]
            next Stroke.new(shape: :line, points: RoundEdgeOn.new(loop.ring, @frame).ends, **more)
          end
          next part(loop, edge_set.exact, more) if loop.ends

          # (Seen from behind it runs the other way.)
          arc(images[loop.ring], 0.0, TURN, more).tap { |s| s.from, s.to = 0.0, TURN }
        end
      end

      private

      # An arc between the true places of its ends.
      def part(loop, exact, more)
        from, to = loop.ends.map { |v| loop.ring.angle(exact[v] || @solid.point(v)) }
        arc(images[loop.ring], from, from + ((to - from) % TURN), more)
      end

      def names(seen) = sides(seen.edge)
      def sides(edge) = [@solid.facets[edge.f].face.name, @solid.facets[edge.g].face.name].uniq.sort

      def arcs(segments, more)
        segments
          .group_by { |s| ring(s.seen) }
          .flat_map do |ring, group|
            joined(group.map { |s| range(s, ring) }).map { |from, to| arc(images[ring], from, to, more) }
          end
      end

      # The ring whose image a segment lies on, nil where it lies on none: the edge's own, or that of a cylinder it is
      # on that is seen along its axis.
      def ring(seen)
        own = seen.edge.ring
        return own if own && images[own]

        [seen.edge.f, seen.edge.g].each do |i|
          surface = @solid.facets[i].face.surface
          return axial(surface) if surface.kind == :cylinder && Geometry::Vec.parallel?(surface.axis, @frame.d, 1e-9)
        end
        nil
      end

      def axial(surface)
        (@axial ||= {}.compare_by_identity)[surface] ||= Ring.circle(surface.origin, surface.axis, surface.radius)
      end

      # Image of every ring, nil for those seen edge-on (which are lines).
      def images = @images ||= Hash.new { |h, ring| h[ring] = ring.image(@frame) }.compare_by_identity

      # Parameter range [from, to] of a chord piece on its ring, counter-clockwise about the ring's axis.
      def range(s, ring)
        from, to =
          [s.t0, s.t1].map do |t|
            ring.angle(Geometry::Vec.add(Geometry::Vec.scale(s.seen.from, 1 - t), Geometry::Vec.scale(s.seen.to, t)))
          end
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

      def arc(image, from, to, more)
        centre, rx, ry, rotation, turn, sense = image
        from, to = [from - turn, to - turn].map { |a| a * sense }.sort
        from, to, rotation, ry = from + rotation, to + rotation, 0.0, rx if (rx - ry).abs < 1e-9 * rx
        Stroke.new(shape: :arc, centre: centre, rx: rx, ry: ry, rotation: rotation, from: from, to: to, **more)
      end

      def lines(segments, more)
        straight, loose = segments.partition { |s| s.seen.edge.ring || straight?(s.seen.edge) }
        crossing, plain = loose.partition { |s| crossing?(s.seen) }
        found = straight.group_by(&:carrier).flat_map { |_, group| line_strokes(group, more) }
        found + paths(plain, more) + splines(crossing, more)
      end

      # Edges of two planes are lines; what else turns out straight loses its middle points in #walk.
      def straight?(edge) = [edge.f, edge.g].all? { |i| @solid.facets[i].face.surface.plane? }

      # A contour, or a curve that two surfaces meet in, of which at least one is curved, and no ring: cylinder and
      # cylinder, say.
      def crossing?(seen)
        seen.leaves ||
          (
            seen.kind == :sharp && seen.edge.f != seen.edge.g &&
              [seen.edge.f, seen.edge.g].all? { |i| @solid.facets[i].face.surface.located? }
          )
      end

      # Chords of crossing curves as Bezier spans with the curve's own directions, joined into splines.
      def splines(segments, more)
        spans = segments.map { |s| Exact.part(bezier(s.seen), s.t0, s.t1).map { |p| @frame.image(p) } }
        straight, bent = spans.partition { |b| flat?(b) }
        scraps, straight = between_bent(straight, bent)
        bent += scraps
        paths_of(straight.map { |b| [b[0], b[3]] }, more) +
          Spans.joined(bent).map { |points| Stroke.new(shape: :spline, points: points, **more) }
      end

      # mm of a straight span between bent ones that is too short to bend.
      SCRAP = 0.05

      # Straight spans in two: scraps of curves (they touch a bent one), and the rest.
      def between_bent(straight, bent)
        ends = bent.flat_map { |b| [b[0], b[3]] }.to_h { |p| [Spans.key(p), true] }
        straight.partition do |b|
          Math.hypot(b[3][0] - b[0][0], b[3][1] - b[0][1]) < SCRAP && [b[0], b[3]].any? { |p| ends[Spans.key(p)] }
        end
      end

      def bezier(seen)
        return Exact.bezier(seen.from, seen.to, seen.leaves, seen.arrives) if seen.leaves

        s, t = [seen.edge.f, seen.edge.g].map { |i| @solid.facets[i].face.surface }
        towards = Geometry::Vec.sub(seen.to, seen.from)
        Exact.bezier(seen.from, seen.to, Exact.tangent(s, t, seen.from, towards), Exact.tangent(s, t, seen.to, towards))
      end

      def flat?(b) = [b[1], b[2]].all? { |p| off(b[0], p, b[3]) < 1e-7 }

      # Distance of q from the line p r.
      def off(p, q, r)
        l = Math.hypot(r[0] - p[0], r[1] - p[1])
        l < 1e-12 ? 0.0 : (((r[0] - p[0]) * (q[1] - p[1])) - ((r[1] - p[1]) * (q[0] - p[0]))).abs / l
      end

      # Pieces on one carrier joined where they touch; ends where the edges truly end.
      def line_strokes(group, more)
        ends = group.flat_map { |s| [[s.s0, at(s, s.t0)], [s.s1, at(s, s.t1)]] }
        return [Stroke.new(shape: :line, points: ends.map(&:last), **more)] if group.size == 1

        Intervals
          .union(group.map { |s| [s.s0, s.s1].minmax }, 1e-6)
          .map do |span|
            Stroke.new(shape: :line, points: span.map { |place| ends.min_by { |s, _| (s - place).abs }[1] }, **more)
          end
      end

      # True image point of an edge at t.
      def at(segment, t)
        seen = segment.seen
        x0, y0 = @frame.image(seen.from)
        x1, y1 = @frame.image(seen.to)
        [x0 + ((x1 - x0) * t), y0 + ((y1 - y0) * t)]
      end

      # Joins chords end to end into open or closed paths.
      def paths(segments, more) = paths_of(segments.map { |s| [at(s, s.t0), at(s, s.t1)] }, more)

      def paths_of(ends, more)
        Spans
          .joined(ends)
          .map do |points|
            points = straightened(points)
            Stroke.new(shape: points.size == 2 ? :line : :path, points: points, **more)
          end
      end

      # Points without those that lie on the way between their neighbours.
      def straightened(points)
        points
          .each_with_index
          .reject { |p, k| k.positive? && k < points.size - 1 && between?(points[k - 1], p, points[k + 1]) }
          .map(&:first)
      end

      # Does q lie on the way from p to r, within a hair?
      def between?(p, q, r)
        Math.hypot(r[0] - p[0], r[1] - p[1]) > 1e-9 && off(p, q, r) < 1e-6
      end
    end
  end
end
