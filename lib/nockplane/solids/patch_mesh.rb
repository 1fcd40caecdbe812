# frozen_string_literal: true

module Nockplane
  module Solids
    # Facets of one bounded face of a curved surface: its loops are laid out in the surface's parameters, cut where the
    # surface closes on itself, triangulated, and (where the surface is curved both ways) filled with points of a grid.
    # Boundary points stay as they are, so that neighbours share them.
    class PatchMesh
      # A face that can't be laid out; the message says why.
      class Unfit < Nockplane::Error; end

      # Parameters of a loop's points; winding: periods it goes round in u and v.
      Loop = Struct.new(:us, :vs, :ids, :winding)
      MOST_POINTS = 40_000
      # Height of a whole ruled face in steps round it: so small that points of one ruling are joined before any others.
      FLATNESS = 0.02
      # Parts of a step (of the height of a ruled face) below which points lie in one line.
      SNAP = 5e-6

      # pool: point(id) and add(point) -> id; loops: [[ids]], the face at their left looking against Su x Sv; refine
      # as in Discretise.
      # rulings: what the surface is cut into strips at (Geometry::Rulings or ProfileRulings), or nil.
      def initialize(chart, pool, loops, refine: 1, rulings: nil)
        @rulings = rulings
        @chart = chart
        @pool = pool
        @given = loops
        @refine = refine
      end

      # [[outline, hole, ...], ...] of ids, outlines counter-clockwise seen against Su x Sv: whole strips where they are
      # flat, else triangles and quads; with #normals of what they touch.
      def facets
        @grid = PatchGrid.new(@chart, @refine)
        @cut = PatchCut.new(@chart, @pool, @grid)
        loops = @cut.closed(@given.map { |ids| lay(ids) })
        us, vs = scaled(loops)
        flat, triangles = (@rulings && in_strips(loops)) || [[], triangulated(us, vs, loops)]
        ids = @ids
        kept = triangles.map { |t| t.map { |i| ids[i] } }.reject { |t| t.uniq.size < 3 }
        raise Unfit, 'its outline encloses nothing' if kept.empty? && flat.empty?

        kept = Quads.joined(kept, @pool) if @chart.ruled? || PatchGrid::TURNED.include?(@chart.kind)
        flat + kept.map { |t| [t] }
      end

      # Is the mesh folded over, because the outline touches or crosses itself?
      def rough? = @rough

      # [[point, normal, [u, v]], ...] at all its points, for a NormalField.
      def normals
        @ids
          .each_with_index
          .filter_map { |id, i| (n = @chart.normal(@us[i], @vs[i])) && [@pool.point(id), n, [@us[i], @vs[i]]] }
          .uniq(&:first)
      end

      private

      # The loop in parameters, unwrapped from point to point; poles doubled.
      def lay(ids)
        near = nil
        all = ids.map { |id| near = unwrapped(@chart.uv(@pool.point(id), near), near) }
        raise Unfit, 'a point of its outline is not on the surface' if all.any? { |p| p.any? { |c| !c.finite? } }

        all = repoled(all) if @chart.poles.any?
        ids, all = doubled(ids, all)
        Loop.new(all.map(&:first), all.map(&:last), ids, winding(all))
      end

      def unwrapped(uv, near)
        return uv unless near

        [0, 1].map { |k| (p = @chart.periods[k]) ? uv[k] + (p * ((near[k] - uv[k]) / p).round) : uv[k] }
      end

      def winding(all)
        back = unwrapped(all[0], all[-1])
        [0, 1].map { |k| (p = @chart.periods[k]) ? ((back[k] - all[0][k]) / p).round : 0 }
      end

      # Points at a pole take the u of the point before them; the rest is unwrapped again from there on: downward at the
      # upper side of the parameters, upward at the lower, since the face lies at the left.
      def repoled(all)
        start = all.index { |_, v| !@chart.pole?(v) } or return all
        order = all.rotate(start)
        turn = @chart.periods[0]
        out = [order[0]]
        order.drop(1).each do |u, v|
          before = out[-1]
          if @chart.pole?(v) then out << [before[0], v]
          elsif @chart.pole?(before[1]) && turn
            u += turn * ((before[0] - u) / turn).round
            u = upper?(before[1]) ? below(u, before[0], turn) : above(u, before[0], turn)
            out << [u, v]
          else
            out << unwrapped([u, v], before)
          end
        end
        out.rotate(-start)
      end

      def upper?(pole)
        @given
          .flatten
          .map { |id| @chart.uv(@pool.point(id))[1] }
          .minmax
          .then { |low, high| (pole - high).abs < (pole - low).abs }
      end

      def below(u, than, turn) = u > than - 1e-9 ? u - turn : u
      def above(u, than, turn) = u < than + 1e-9 ? u + turn : u

      def doubled(ids, all)
        more = []
        all.each_with_index do |(u, v), i|
          more << [ids[i], [u, v]]
          nxt = all[(i + 1) % all.size]
          following = i == all.size - 1 ? nxt.dup.tap { |n| n[0] += closing(all) } : nxt
          next unless @chart.pole?(v) && !@chart.pole?(nxt[1]) && (following[0] - u).abs > 1e-9

          more << [ids[i], [following[0], v]]
        end
        more.transpose
      end

      # How far u moves on from the last point to the first one.
      def closing(all) = (turn = @chart.periods[0]) ? winding(all)[0] * turn : 0.0

      # All loops in coordinates counted in steps of the grid; along rulings so flat that points join to the nearest in
      # u.
      def scaled(loops)
        @us = loops.flat_map(&:us)
        @vs = loops.flat_map(&:vs)
        @ids = loops.flat_map(&:ids)
        low, high = @vs.minmax
        @grid.settle(@us, @vs)
        @ku = 1 / @grid.step_u
        @kv = @chart.ruled? ? FLATNESS / [high - low, 1e-9].max : 1 / @grid.step_v
        [snapped(@us, @ku, SNAP), snapped(@vs, @kv, @chart.ruled? ? SNAP * FLATNESS : SNAP)]
      end

      # Scaled coordinates; those nearer to each other than a snap become one, so that points of one rim or ruling lie
      # in one line (else the triangulation takes noise along a rim for corners).
      def snapped(values, scale, snap)
        found = Array.new(values.size)
        values
          .each_index
          .sort_by { |i| values[i] }
          .slice_when { |i, j| (values[j] - values[i]) * scale > snap }
          .each do |run|
            middle = (run.sum { |i| values[i] } / run.size * scale).round(9)
            run.each { |i| found[i] = middle }
          end
        found
      end

      # [[[outline of ids, hole, ...], ...], triangles of the other strips] of a face; nil where its outline crosses
      # rulings without a corner. (Corners in a line on the walls of both faces at an edge would be cut off as the same
      # triangle of both, or as one of no area: such a solid can't be cut.)
      def in_strips(loops)
        ss = @us.map { |u| @chart.strip(u, @rulings) }
        rings = Geometry::Polygon.nested(numbered(loops), ss, @vs)
        flat, bent = StripMesh.polygons(ss, @vs, rings)&.partition { |polygon| flat?(polygon, ss) }
        return nil unless flat

        [
          flat.map { |polygon| polygon.map { |ring| ring.map { |i| @ids[i] } } },
          bent.flat_map { |polygon| Triangulator.new(ss, @vs, polygon, flat: true).triangles }
        ]
      end

      # Do all corners of a polygon, each there once, lie on its strip? ss: coordinates counted in strips.
      def flat?(polygon, ss)
        ids = polygon.flatten.map { |i| @ids[i] }
        return false unless ids.uniq.size == ids.size

        low, high = ss.values_at(*polygon[0]).minmax
        n = @rulings.normal(((low + high) / 2).floor) or return false
        points = ids.map { |id| @pool.point(id) }
        level = Geometry::Vec.dot(n, points[0])
        points.all? { |p| (Geometry::Vec.dot(n, p) - level).abs < Geometry::Tolerance::FLAT }
      end

      # Loops as numbers of their points.
      def numbered(loops)
        base = 0
        loops.map { |l| (base...(base += l.ids.size)).to_a }
      end

      def triangulated(us, vs, loops)
        rings = numbered(loops)
        rings = Geometry::Polygon.nested(rings, us, vs)
        raise Unfit, 'its outline encloses nothing' if Geometry::Polygon.area(rings[0], us, vs) < 1e-9

        found = Triangulator.new(us, vs, rings, flat: true).triangles
        inner = @chart.ruled? ? [] : inside(us, vs, rings)
        made = Geometry::Delaunay.new(us, vs, found).call(inner)
        @rough =
          made.sum { |t| Triangulator.turn(us, vs, *t).abs } / 2 >
            ROUGH * rings.sum { |r| Geometry::Polygon.area(r, us, vs) }
        made
      end

      # Times the outline's area that the triangles may cover before the mesh counts as folded.
      ROUGH = 1.01

      # Ids of new points of the grid inside the rings and not near to them.
      def inside(us, vs, rings)
        edges = rings.flat_map { |r| r.each_with_index.map { |i, k| [us[i], vs[i], us[r[k - 1]], vs[r[k - 1]]] } }
        rows = edges.group_by { |_, v, _, w| ((v + w) / 2).floor }
        @grid.lines(@us.minmax, @vs.minmax).flat_map do |v, line|
          y = v * @kv
          across = edges.select { |_, a, _, b| (a > y) != (b > y) }
          close = ((y - 2).floor..(y + 2).floor).flat_map { |k| rows[k] || [] }
          line.filter_map do |u|
            x = u * @ku
            next unless across.count { |a, b, c, d| a + ((y - b) * (c - a) / (d - b)) > x }.odd?
            next if close.any? { |a, b, c, d| near?(x, y, a, b, c, d) }

            raise Unfit, 'it needs too many points' if @ids.size > MOST_POINTS

            us << x.round(9)
            vs << y.round(9)
            @us << u
            @vs << v
            @ids << @pool.add(@chart.at(u, v))
            us.size - 1
          end
        end
      end

      NEAR = 0.4

      def near?(x, y, a, b, c, d)
        dx, dy = c - a, d - b
        l = (dx * dx) + (dy * dy)
        t = l.zero? ? 0.0 : ((((x - a) * dx) + ((y - b) * dy)) / l).clamp(0.0, 1.0)
        ((x - a - (t * dx))**2) + ((y - b - (t * dy))**2) < NEAR * NEAR
      end
    end
  end
end
