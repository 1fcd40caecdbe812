# frozen_string_literal: true

module Nockplane
  module Solids
    # Joins triangles over shared edges while the result stays convex (Hertel and Mehlhorn): at most four times the
    # smallest possible number of pieces.
    class ConvexMerge
      def initialize(us, vs, triangles)
        @us = us
        @vs = vs
        @polygons = triangles.map(&:dup)
        @home = (0...triangles.size).to_a
      end

      # Convex polygons as arrays of vertex ids.
      def pieces
        at = {}
        @polygons.each_with_index { |ids, i| ids.each_index { |k| at[(ids[k - 1] << 32) | ids[k]] = i } }
        at.each do |key, i|
          a = key >> 32
          b = key & 0xffffffff
          next if a > b

          j = at[(b << 32) | a]
          join(Components.root(@home, i), Components.root(@home, j), a, b) if j
        end
        @polygons.compact
      end

      private

      # Polygon i holds a -> b, polygon j holds b -> a.
      def join(i, j, a, b)
        return if i == j

        p = @polygons[i].rotate(@polygons[i].index(b))
        q = @polygons[j].rotate(@polygons[j].index(a))
        # p runs b ... a, q runs a ... b
        return unless p[-1] == a && q[-1] == b
        return unless convex?(p[-2], a, q[1]) && convex?(q[-2], b, p[1])

        @polygons[i] = p + q[1...-1]
        @polygons[j] = nil
        @home[j] = i
      end

      def convex?(a, b, c) = Triangulator.turn(@us, @vs, a, b, c) >= -1e-12
    end
  end
end
