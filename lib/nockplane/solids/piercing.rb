# frozen_string_literal: true

module Nockplane
  module Solids
    # The common case of a boolean for a large facet: tools pass through it away from its edges and from each other, so
    # that their sections are loops of their own, and it only gets holes. What is not sure is left to the overlay.
    class Piercing
      # mm between loops, and between them and the facet's edges, that is enough.
      CLEAR = 1e-5

      # A closed section: vertex ids, box [u0, u1, v0, v1] in the facet's plane.
      Loop = Struct.new(:ids, :box)

      # pool: the shared vertices.
      def initialize(pool)
        @pool = pool
      end

      # [[vertex ids], ...]: the loops, solid within, that sections of a facet by another solid form in it; nil where it
      # is not that case. segments: [[a, b, set], ...], of one set.
      def loops(facet, segments)
        @us, @vs = Geometry::Overlay.axes(@pool, facet.nx, facet.ny, facet.nz)
        found = closed(segments) or return nil
        return nil unless found.all? { |ids| Geometry::Polygon.area(ids, @us, @vs).positive? }

        loops = found.map { |ids| Loop.new(ids, box(ids)) }
        return nil unless apart?(loops) && clear?(loops, facet)

        found.select { |ids| covered?(facet, ids[0]) }
      end

      private

      # Segments joined end to end; nil where some are not closed, or branch.
      def closed(segments)
        following = {}
        segments.each do |a, b, _|
          return nil if following.key?(a)

          following[a] = b
        end
        loops = []
        until following.empty?
          start, at = following.shift
          ids = [start]
          until at == start
            ids << at
            at = following.delete(at) or return nil
          end
          loops << ids
        end
        loops
      end

      def box(ids) = [*@us.values_at(*ids).minmax, *@vs.values_at(*ids).minmax]

      # Is there a way between any two loops? (Swept along the first coordinate.)
      def apart?(loops)
        open = []
        loops.sort_by { |l| l.box[0] }.all? do |loop|
          open.reject! { |other| other.box[1] + CLEAR < loop.box[0] }
          next false unless open.all? { |other| boxes_apart?(loop.box, other.box) || way_between?(loop, other) }

          open << loop
        end
      end

      def boxes_apart?(one, two)
        one[0] > two[1] + CLEAR || one[1] < two[0] - CLEAR || one[2] > two[3] + CLEAR || one[3] < two[2] - CLEAR
      end

      # Square to the line between their middles.
      def way_between?(one, two)
        du = two.box[0] + two.box[1] - one.box[0] - one.box[1]
        dv = two.box[2] + two.box[3] - one.box[2] - one.box[3]
        near, far = [one, two].map { |l| l.ids.map { |i| (@us[i] * du) + (@vs[i] * dv) } }
        far.min - near.max > CLEAR * Math.hypot(du, dv)
      end

      def clear?(loops, facet)
        facet.loops.all? do |ids|
          around = box(ids)
          near = loops.reject { |l| boxes_apart?(l.box, around) }
          near.empty? || ids.each_index.all? { |k| near.all? { |l| off?(l, ids[k - 1], ids[k]) } }
        end
      end

      # Does an edge a b stay clear of a loop: off its box, or all of the loop at one side of the edge's line?
      def off?(loop, a, b)
        ua, va, ub, vb = @us[a], @vs[a], @us[b], @vs[b]
        u0, u1, v0, v1 = loop.box
        return true if ua < ub ? ua > u1 + CLEAR || ub < u0 - CLEAR : ub > u1 + CLEAR || ua < u0 - CLEAR
        return true if va < vb ? va > v1 + CLEAR || vb < v0 - CLEAR : vb > v1 + CLEAR || va < v0 - CLEAR

        du, dv = ub - ua, vb - va
        low, high = loop.ids.map { |i| (du * (@vs[i] - va)) - (dv * (@us[i] - ua)) }.minmax
        low > CLEAR * Math.hypot(du, dv) || high < -CLEAR * Math.hypot(du, dv)
      end

      def covered?(facet, id)
        facet.loops.count { |ids| Geometry::Polygon.around?(ids, @us, @vs, @us[id], @vs[id]) }.odd?
      end
    end
  end
end
