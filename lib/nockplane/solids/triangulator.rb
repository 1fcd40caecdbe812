# frozen_string_literal: true

module Nockplane
  module Solids
    # Triangles and convex pieces of planar polygons with holes: holes are bridged to the outer loop (Eberly), ears are
    # clipped against the reflex corners kept in a grid, triangles are joined while convex (Hertel and Mehlhorn 1983).
    class Triangulator
      # Triangles [[a, b, c], ...] (vertex ids) of a facet of a solid.
      def self.triangles(solid, facet)
        return [facet.loops[0]] if facet.loops.size == 1 && facet.loops[0].size == 3

        us, vs = Geometry::Overlay.axes(solid, facet.nx, facet.ny, facet.nz)
        new(us, vs, facet.loops).triangles
      end

      # Convex polygons (ids, counter-clockwise) that make up the facet.
      def self.convex_pieces(solid, facet)
        us, vs = Geometry::Overlay.axes(solid, facet.nx, facet.ny, facet.nz)
        return [facet.loops[0]] if facet.loops.size == 1 && convex?(us, vs, facet.loops[0])

        ConvexMerge.new(us, vs, new(us, vs, facet.loops).triangles).pieces
      end

      def self.convex?(us, vs, ids)
        ids.each_index.all? { |i| turn(us, vs, ids[i - 2], ids[i - 1], ids[i]) >= -1e-12 }
      end

      # Twice the signed area of the triangle a, b, c.
      def self.turn(us, vs, a, b, c) = ((us[b] - us[a]) * (vs[c] - vs[a])) - ((vs[b] - vs[a]) * (us[c] - us[a]))

      # flat: keep triangles of no area too, so that every point of the loops stays a corner.
      def initialize(us, vs, loops, flat: false)
        @us = us
        @vs = vs
        @loops = loops
        @least = flat ? -Float::INFINITY : 1e-14
      end

      def triangles
        @id = []
        @next = []
        @prev = []
        start = ring(@loops[0])
        holes = @loops.drop(1).map { |l| ring(l) }.map { |n| leftmost(n) }.sort_by { |n| [@us[@id[n]], @vs[@id[n]]] }
        unless holes.empty?
          lay_rows
          each_node(start) { |n| register(n) }
        end
        holes.each { |h| bridge(start, h) }
        clip(start)
      end

      private

      # Nodes of the ring by the rows of v that their edge to the next node passes, so that looking along a row need not
      # go round the whole ring (225 holes: a third of the time).
      def lay_rows = @rows = Geometry::Rows.new(*@loops[0].map { |i| @vs[i] }.minmax, Math.sqrt(@id.size).ceil)
      def register(node) = @rows.add(node, @vs[@id[node]], @vs[@id[@next[node]]])

      def each_node(start)
        n = start
        loop do
          yield n
          n = @next[n]
          break if n == start
        end
      end

      def ring(ids)
        first = @id.size
        ids.each_with_index do |id, i|
          @id << id
          @next << (first + ((i + 1) % ids.size))
          @prev << (first + ((i - 1) % ids.size))
        end
        first
      end

      def leftmost(node)
        best = n = node
        loop do
          n = @next[n]
          break if n == node

          best = n if @us[@id[n]] < @us[@id[best]] || (@us[@id[n]] == @us[@id[best]] && @vs[@id[n]] < @vs[@id[best]])
        end
        best
      end

      # Joins the hole at its leftmost node to a node of the outer ring that sees it: to -> hole ... hole' -> to' -> on.
      def bridge(start, hole)
        to = visible(hole) || start
        on = @next[to]
        last = @prev[hole]
        to_copy = copy(to)
        hole_copy = copy(hole)
        link(to, hole)
        link(last == hole ? hole : last, hole_copy)
        link(hole_copy, to_copy)
        link(to_copy, on)
        n = to
        until n == on
          register(n)
          n = @next[n]
        end
      end

      def copy(node)
        @id << @id[node]
        @next << nil
        @prev << nil
        @id.size - 1
      end

      def link(a, b)
        @next[a] = b
        @prev[b] = a
      end

      def visible(hole)
        hu = @us[@id[hole]]
        hv = @vs[@id[hole]]
        best = nil
        best_u = -Float::INFINITY
        @rows.at(hv).each do |n|
          m = @next[n]
          v0 = @vs[@id[n]]
          v1 = @vs[@id[m]]
          if hv <= v0 && hv >= v1 && v0 != v1
            u = @us[@id[n]] + ((hv - v0) * (@us[@id[m]] - @us[@id[n]]) / (v1 - v0))
            if u <= hu && u > best_u
              best_u = u
              best = @us[@id[n]] < @us[@id[m]] ? n : m
              return best if u == hu
            end
          end
        end
        best && nearest_inside(best, best_u, hu, hv)
      end

      # Among reflex nodes in the triangle hole - hit - candidate the one of least angle sees the hole.
      def nearest_inside(best, hit_u, hu, hv)
        bu = @us[@id[best]]
        bv = @vs[@id[best]]
        found = best
        least = Float::INFINITY
        @rows.between(hv, bv) do |n|
          u = @us[@id[n]]
          v = @vs[@id[n]]
          unless u <= hu && u >= bu && u != hu &&
                   in_triangle?(hv < bv ? hu : hit_u, hv, bu, bv, hv < bv ? hit_u : hu, hv, u, v)
            next
          end

          slope = (hv - v).abs / (hu - u)
          next unless (slope < least || (slope == least && u > @us[@id[found]])) && opens_to?(n, hu, hv)

          found = n
          least = slope
        end
        found
      end

      # Does the point (u, v) lie inside the corner at node n?
      def opens_to?(n, u, v)
        c = @id[n]
        a = @id[@prev[n]]
        b = @id[@next[n]]
        left_in = ((@us[c] - @us[a]) * (v - @vs[a])) - ((@vs[c] - @vs[a]) * (u - @us[a])) >= 0
        left_out = ((@us[b] - @us[c]) * (v - @vs[c])) - ((@vs[b] - @vs[c]) * (u - @us[c])) >= 0
        Triangulator.turn(@us, @vs, a, c, b) >= 0 ? left_in && left_out : left_in || left_out
      end

      def in_triangle?(au, av, bu, bv, cu, cv, u, v)
        s = ((bu - au) * (v - av)) - ((bv - av) * (u - au))
        t = ((cu - bu) * (v - bv)) - ((cv - bv) * (u - bu))
        r = ((au - cu) * (v - cv)) - ((av - cv) * (u - cu))
        (s >= 0 && t >= 0 && r >= 0) || (s <= 0 && t <= 0 && r <= 0)
      end

      def clip(start)
        nodes = [start]
        n = @next[start]
        while n != start
          nodes << n
          n = @next[n]
        end
        reflex = nodes.to_h { |k| [k, corner(k) <= 0] }
        grid = ReflexGrid.new(@us, @vs, @id, nodes.select { |k| reflex[k] }, nodes.size)
        found = []
        left = nodes.size
        n = start
        stuck = 0
        while left > 3
          a = @prev[n]
          b = @next[n]
          if (!reflex[n] && !grid.any_in_triangle?(@id[a], @id[n], @id[b])) || stuck > left
            found << [@id[a], @id[n], @id[b]] if corner(n) > @least
            grid.remove(n) if reflex[n]
            link(a, b)
            straighten(a, reflex, grid)
            straighten(b, reflex, grid)
            left -= 1
            stuck = 0
            n = @next[b]
          else
            stuck += 1
            n = b
          end
        end
        found << [@id[@prev[n]], @id[n], @id[@next[n]]] if corner(n) > @least
        found
      end

      # A corner beside a clipped ear may be reflex no more; one that is not stays so.
      def straighten(node, reflex, grid)
        return unless reflex[node] && corner(node) > 0

        reflex[node] = false
        grid.remove(node)
      end

      def corner(n) = Triangulator.turn(@us, @vs, @id[@prev[n]], @id[n], @id[@next[n]])
    end
  end
end
