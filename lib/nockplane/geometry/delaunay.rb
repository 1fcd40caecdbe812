# frozen_string_literal: true

module Nockplane
  module Geometry
    # Makes a triangulation of a polygon Delaunay by flipping edges (Lawson 1977) and puts more points into it. The
    # polygon's own edges stay. us, vs: coordinates by id; triangles: [[a, b, c], ...] counter-clockwise.
    class Delaunay
      # Flips an edge may cause before it is left as it is: a bound, never met by good input.
      MOST = 500

      def initialize(us, vs, triangles)
        @us = us
        @vs = vs
        @apex = {}
        triangles.each { |a, b, c| add(a, b, c) }
      end

      # [[a, b, c], ...] of points (ids) put in and all edges made Delaunay.
      def call(inner = [])
        settle(@apex.keys.select { |k| (k >> 32) < (k & 0xffffffff) })
        inner.each { |id| insert(id) }
        triangles
      end

      def triangles
        @apex.filter_map do |key, c|
          a, b = key >> 32, key & 0xffffffff
          [a, b, c] if a < b && a < c
        end
      end

      private

      def key(a, b) = (a << 32) | b

      def add(a, b, c)
        @apex[key(a, b)] = c
        @apex[key(b, c)] = a
        @apex[key(c, a)] = b
        @last = [a, b]
      end

      def drop(a, b, c)
        @apex.delete(key(a, b))
        @apex.delete(key(b, c))
        @apex.delete(key(c, a))
      end

      def turn(a, b, c) = ((@us[b] - @us[a]) * (@vs[c] - @vs[a])) - ((@vs[b] - @vs[a]) * (@us[c] - @us[a]))

      def settle(queue)
        left = MOST * (queue.size + 4)
        while (edge = queue.pop) && (left -= 1).positive?
          a, b = edge >> 32, edge & 0xffffffff
          c, d = @apex[edge], @apex[key(b, a)]
          next unless c && d && flips?(a, b, c, d)

          drop(a, b, c)
          drop(b, a, d)
          add(c, d, b)
          add(d, c, a)
          queue.push(key(c, a), key(a, d), key(d, b), key(b, c))
        end
      end

      # Does d lie within the circle of a, b, c, and can the edge a b be turned?
      def flips?(a, b, c, d)
        return false unless turn(c, d, b) > 1e-13 && turn(d, c, a) > 1e-13
        return true if turn(a, b, c).negative? || turn(b, a, d).negative? # folded over: any other way is better

        du, dv = @us[d], @vs[d]
        au, av = @us[a] - du, @vs[a] - dv
        bu, bv = @us[b] - du, @vs[b] - dv
        cu, cv = @us[c] - du, @vs[c] - dv
        p, q, r = (au * au) + (av * av), (bu * bu) + (bv * bv), (cu * cu) + (cv * cv)
        (au * ((bv * r) - (q * cv))) - (av * ((bu * r) - (q * cu))) + (p * ((bu * cv) - (bv * cu))) >
          1e-12 * (p + q + r)
      end

      def insert(id)
        a, b, c = home(id)
        return unless a
        return if [a, b, c].any? { |x| (@us[x] - @us[id]).abs + (@vs[x] - @vs[id]).abs < 1e-6 }

        edge = [[a, b, c], [b, c, a], [c, a, b]].find { |x, y, _| turn(x, y, id) < 1e-9 }
        return split(*edge, id) if edge

        drop(a, b, c)
        add(a, b, id)
        add(b, c, id)
        add(c, a, id)
        settle([key(a, b), key(b, c), key(c, a)])
      end

      # The point lies on the edge a b: both triangles at it are cut in two.
      def split(a, b, c, id)
        d = @apex[key(b, a)] or return # on the outline
        drop(a, b, c)
        drop(b, a, d)
        add(a, id, c)
        add(id, b, c)
        add(b, id, d)
        add(id, a, d)
        settle([key(c, a), key(b, c), key(d, b), key(a, d)])
      end

      # The triangle a point lies in: walked to from the last one, else looked for among all.
      def home(id)
        a, b = @last
        200.times do
          c = @apex[key(a, b)] or break
          if turn(b, c, id).negative? then a, b = c, b
          elsif turn(c, a, id).negative? then a, b = a, c
          elsif turn(a, b, id).negative? then a, b = b, a
          else return [a, b, c]
          end
        end
        triangles.find { |x, y, z| turn(x, y, id) >= 0 && turn(y, z, id) >= 0 && turn(z, x, id) >= 0 }
      end
    end
  end
end
