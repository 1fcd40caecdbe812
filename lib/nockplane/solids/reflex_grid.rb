# frozen_string_literal: true

module Nockplane
  module Solids
    # Reflex corners of a polygon being clipped, in square cells, so that an ear test looks at few of them.
    class ReflexGrid
      # nodes: the reflex ones; total: corners of the whole polygon.
      def initialize(us, vs, id, nodes, total)
        @us = us
        @vs = vs
        @id = id
        @all = nodes
        build(nodes) if total > 60 && !nodes.empty?
      end

      def remove(node)
        return @all.delete(node) unless @cells

        id = @id[node]
        @cells[(cell(@us[id], @u0) << 20) | cell(@vs[id], @v0)].delete(node)
      end

      # Does a corner that is left lie in the triangle a, b, c (counter-clockwise, vertex ids), its own corners apart?
      # Hot.
      def any_in_triangle?(a, b, c)
        u, v = @us, @vs
        au, bu, cu = u[a], u[b], u[c]
        av, bv, cv = v[a], v[b], v[c]
        return any_of?(@all, a, b, c, au, av, bu, bv, cu, cv) unless @cells

        i, i1 = span(au, bu, cu, @u0)
        j0, j1 = span(av, bv, cv, @v0)
        while i <= i1
          j = j0
          while j <= j1
            nodes = @cells[(i << 20) | j]
            return true if nodes && any_of?(nodes, a, b, c, au, av, bu, bv, cu, cv)

            j += 1
          end
          i += 1
        end
        false
      end

      private

      def any_of?(nodes, a, b, c, au, av, bu, bv, cu, cv)
        k = nodes.size
        while k.positive?
          k -= 1
          id = @id[nodes[k]]
          next if id == a || id == b || id == c

          u = @us[id]
          v = @vs[id]
          return true if ((bu - au) * (v - av)) - ((bv - av) * (u - au)) >= 0 &&
                         ((cu - bu) * (v - bv)) - ((cv - bv) * (u - bu)) >= 0 &&
                         ((au - cu) * (v - cv)) - ((av - cv) * (u - cu)) >= 0
        end
        false
      end

      # Numbers of the first and the last cell that three places are in.
      def span(p, q, r, from)
        low, high = p < q ? [p, q] : [q, p]
        [cell(r < low ? r : low, from), cell(r > high ? r : high, from)]
      end

      def build(nodes)
        us = nodes.map { |k| @us[@id[k]] }
        vs = nodes.map { |k| @vs[@id[k]] }
        @u0, u1 = us.minmax
        @v0, v1 = vs.minmax
        @size = [
          Math.sqrt([(u1 - @u0) * (v1 - @v0), 1e-6].max / nodes.size) * 2,
          [u1 - @u0, v1 - @v0].max / 200,
          1e-6
        ].max
        @count = 400
        @cells = {}
        nodes.each_with_index { |k, i| (@cells[(cell(us[i], @u0) << 20) | cell(vs[i], @v0)] ||= []) << k }
      end

      def cell(at, from) = ((at - from) / @size).floor.clamp(0, @count)
    end
  end
end
