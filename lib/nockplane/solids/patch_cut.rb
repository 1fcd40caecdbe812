# frozen_string_literal: true

module Nockplane
  module Solids
    # Loops of a face on a surface that closes on itself, made into one outline with holes: loops that go round are
    # joined by a seam (or closed over a pole), holes are moved by whole periods into the outline, and a face without an
    # outline is the whole surface.
    class PatchCut
      def initialize(chart, pool, grid)
        @chart = chart
        @pool = pool
        @grid = grid
      end

      # [PatchMesh::Loop] of no winding.
      def closed(loops)
        round, plain = loops.partition { |l| l.winding.any?(&:nonzero?) }
        @holes = plain
        outline = round.empty? ? whole(plain) : joined(round)
        outline ||= plain.max_by { |l| area(l).abs }
        return plain if plain.size < 2 && plain[0].equal?(outline)

        holes = (plain - [outline]).map { |l| moved_into(l, outline) }
        [outline, *holes]
      end

      private

      # nil when one of the loops is an outline; else the border of all parameters.
      def whole(plain)
        outer = plain.max_by { |l| area(l).abs }
        return nil if outer && (area(outer).positive? || @chart.periods.none?)
        if @chart.domain.any?(&:nil?) ||
             (outer && area(outer).abs > 0.999 * @chart.domain.map { |a, b| b - a }.reduce(:*))
          return nil
        end

        (u0, u1), (v0, v1) = @chart.domain
        @grid.settle([u0, u1], [v0, v1])
        side_u = [u0, *@grid.between(u0, u1, 0)]
        side_v = [v0, *@grid.between(v0, v1, 1)]
        at = Hash.new { |h, (u, v)| h[[u, v]] = @pool.add(@chart.at(u, v)) }
        id = ->(u, v) do
          at[[@chart.periods[0] && u == u1 ? u0 : pole_u(u, v, u0), @chart.periods[1] && v == v1 ? v0 : v]]
        end
        border =
          side_u.map { |u| [u, v0] } + side_v.map { |v| [u1, v] } + [u1, *side_u.drop(1).reverse].map { |u| [u, v1] } +
            [v1, *side_v.drop(1).reverse].map { |v| [u0, v] }
        PatchMesh::Loop.new(border.map(&:first), border.map(&:last), border.map { |u, v| id[u, v] }, [0, 0])
      end

      def pole_u(u, v, first) = @chart.pole?(v) ? first : u
      def area(loop) = Geometry::Polygon.area((0...loop.us.size).to_a, loop.us, loop.vs)

      # One outline of the loops that go round: two joined by a seam, or one closed over a pole.
      def joined(round)
        axis = round[0].winding[0].zero? ? 1 : 0
        if round.size > 2 || round.any? { |l| l.winding[axis].abs != 1 || l.winding[1 - axis].nonzero? }
          raise PatchMesh::Unfit, 'its outlines go round the surface in a way that is not understood'
        end

        return over_pole(round[0], axis) if round.size == 1

        up, down = round.partition { |l| l.winding[axis].positive? }.map(&:first)
        raise PatchMesh::Unfit, 'both its outlines go round the same way' unless up && down

        seamed(up, down, axis)
      end

      def seamed(up, down, axis)
        period = @chart.periods[axis]
        first, second = points(up), points(above(down, up, axis))
        i, k = place_for_seam(first, second, axis)
        # What comes before the start has gone round once more.
        a = first.drop(i) + first.first(i).map { |uv, id| [shifted(uv, axis, period), id] }
        start = a[0][0][axis]
        b = second.drop(k) + second.first(k).map { |uv, id| [shifted(uv, axis, -period), id] }
        b = b.map { |uv, id| [shifted(uv, axis, period * (((start - b[0][0][axis]) / period).round + 1)), id] }
        @grid.settle((a + b).map { |uv, _| uv[0] }, (a + b).map { |uv, _| uv[1] })
        seam = seam(a[0], [shifted(b[0][0], axis, -period), b[0][1]], axis)
        there = seam.map { |uv, id| [shifted(uv, axis, period), id] }
        loop_of(
          a + [[shifted(a[0][0], axis, period), a[0][1]]] + there + b + [[shifted(b[0][0], axis, -period), b[0][1]]] +
            seam.reverse
        )
      end

      # Places tried for a seam.
      TRIES = 60

      # [place on the first loop, place on the second] that a seam can join without crossing anything: the straightest
      # first, far from holes before near ones.
      def place_for_seam(first, second, axis)
        pairs = first.each_index.map do |i|
          u = first[i][0][axis]
          k = second.each_index.min_by { |j| near(second[j][0][axis] - u, axis).abs }
          [near(second[k][0][axis] - u, axis).abs.round(9), -clearance(u, axis), i, k]
        end
        borders = [first.map(&:first), second.map(&:first), *@holes.map { |h| h.us.zip(h.vs) }]
        found =
          pairs
            .sort
            .first(TRIES)
            .find { |_, _, i, k| free?(first[i][0], turned_to(second[k][0], first[i][0], axis), borders, axis) }
        (found || pairs.min)[2, 2]
      end

      # A difference taken by whole turns to be as small as it can.
      def near(difference, axis) = (p = @chart.periods[axis]).then { ((difference + (p / 2)) % p) - (p / 2) }
      def turned_to(uv, other, axis) = (uv[axis] - other[axis]).then { |d| shifted(uv, axis, near(d, axis) - d) }

      # How far a place is from the nearest hole, counted round.
      def clearance(u, axis)
        @holes
          .map { |h| (axis.zero? ? h.us : h.vs).minmax }
          .map { |low, high| near(u - ((low + high) / 2), axis).abs - ((high - low) / 2) }
          .min || 0.0
      end

      # Does the straight way from p to q cross no border, in any turn?
      def free?(p, q, borders, axis)
        period = @chart.periods[axis]
        borders.each_with_index.none? do |ring, n|
          ring.each_index.any? do |i|
            next false if i.zero? && n < 2 # loops that go round: from their last point to the first is a turn

            [-period, 0.0, period].any? do |by|
              crosses?(p, q, shifted(ring[i - 1], axis, by), shifted(ring[i], axis, by))
            end
          end
        end
      end

      # Do two segments meet, other than in ends they share?
      def crosses?(p, q, a, b)
        return false if [a, b].any? { |c| [p, q].any? { |d| (c[0] - d[0]).abs + (c[1] - d[1]).abs < 1e-9 } }

        side = ->(x, y, z) { ((y[0] - x[0]) * (z[1] - x[1])) - ((y[1] - x[1]) * (z[0] - x[0])) }
        side[p, q, a] * side[p, q, b] <= 0 && side[a, b, p] * side[a, b, q] <= 0
      end

      # On surfaces that close the other way too: the face lies at the left of the first loop, so the second one is
      # above it (below it, when they go round in v).
      def above(down, up, axis)
        period = @chart.periods[1 - axis] or return down
        low, high = [up, down].map { |l| (axis.zero? ? l.vs : l.us).then { |all| all.sum / all.size } }
        by = axis.zero? ? ((high - low) % period) - (high - low) : -((low - high) % period) - (high - low)
        add = ->(list) { list.map { |t| t + by } }
        PatchMesh::Loop.new(
          axis.zero? ? down.us : add[down.us],
          axis.zero? ? add[down.vs] : down.vs,
          down.ids,
          down.winding
        )
      end

      # [[uv, id], ...] of new points on the way from p to q.
      def seam(p, q, axis)
        return [] if @chart.ruled?

        across = 1 - axis
        @grid.between(p[0][across], q[0][across], across).map do |t|
          k = (t - p[0][across]) / (q[0][across] - p[0][across])
          uv = [0, 1].map { |i| p[0][i] + ((q[0][i] - p[0][i]) * k) }
          [uv, @pool.add(@chart.at(*uv))]
        end
      end

      # The face goes from the loop to the pole at its left.
      def over_pole(loop, axis)
        mean = loop.vs.sum / loop.vs.size
        left = @chart.poles.select { |p| loop.winding[0].positive? ? p > mean - 1e-9 : p < mean + 1e-9 }
        pole = left.min_by { |p| (p - mean).abs }
        raise PatchMesh::Unfit, 'one of its outlines is missing' if pole.nil? || axis == 1

        period = @chart.periods[0] * loop.winding[0]
        first = points(loop)
        i = place_to_pole(first, pole)
        a = first.drop(i) + first.first(i).map { |uv, id| [shifted(uv, 0, period), id] }
        @grid.settle([*loop.us, loop.us[0] + period], [*loop.vs, pole])
        tip = @pool.add(@chart.at(a[0][0][0], pole))
        seam = seam(a[0], [[a[0][0][0], pole], tip], 0)
        there = seam.map { |uv, id| [shifted(uv, 0, period), id] }
        loop_of(
          a + [[shifted(a[0][0], 0, period), a[0][1]]] + there +
            [[[a[0][0][0] + period, pole], tip], [[a[0][0][0], pole], tip]] + seam.reverse
        )
      end

      # Place on the loop from which the way to the pole crosses nothing: the first, or those far from holes before near
      # ones.
      def place_to_pole(loop, pole)
        borders = [loop.map(&:first), [], *@holes.map { |h| h.us.zip(h.vs) }]
        free = ->(i) { loop[i][0].then { |uv| free?(uv, [uv[0], pole], borders, 0) } }
        return 0 if free[0]

        loop.each_index.sort_by { |i| -clearance(loop[i][0][0], 0) }.first(TRIES).find(&free) || 0
      end

      def points(loop) = loop.us.zip(loop.vs).zip(loop.ids)

      def loop_of(list)
        PatchMesh::Loop.new(list.map { |uv, _| uv[0] }, list.map { |uv, _| uv[1] }, list.map(&:last), [0, 0])
      end

      def shifted(uv, axis, by) = uv.dup.tap { |p| p[axis] += by }

      # A hole in the turn in which it lies in the outline: its first point, or where that is off (loops of a file may
      # cross each other by hundredths) most of them.
      def moved_into(hole, outline)
        ids = (0...outline.us.size).to_a
        turns = @chart.periods.map { |p| p ? [0, 1, -1, 2, -2].map { |k| k * p } : [0.0] }
        within = ->(u, v) { Geometry::Polygon.around?(ids, outline.us, outline.vs, u, v) }
        all = hole.us.zip(hole.vs)
        shifts = turns[0].product(turns[1])
        found =
          shifts.find { |x, y| within[hole.us[0] + x, hole.vs[0] + y] } ||
            shifts.find { |x, y| all.count { |u, v| within[u + x, v + y] } > all.size / 2 }
        raise PatchMesh::Unfit, 'one of its outlines lies outside the others' unless found

        du, dv = found
        PatchMesh::Loop.new(hole.us.map { |u| u + du }, hole.vs.map { |v| v + dv }, hole.ids, [0, 0])
      end
    end
  end
end
