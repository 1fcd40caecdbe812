# frozen_string_literal: true

module Nockplane
  module Geometry
    # Links directed edges (interior on their left) into loops and nests them into polygons with holes.
    # us, vs: plane coordinates by vertex id; from, to: the edges' ends.
    class Linking
      def initialize(us, vs, from, to)
        @us = us
        @vs = vs
        @from = from
        @to = to
      end

      # [[outer ids, hole ids, ...], ...]; outers counter-clockwise.
      def polygons
        loops = self.loops
        areas = loops.map { |l| Polygon.area(l, @us, @vs) }
        outers = loops.each_index.select { |i| areas[i].positive? }.map { |i| [loops[i]] }
        loops.each_index do |i|
          next if areas[i].positive?

          home = outers.size == 1 ? outers[0] : smallest_around(loops[i], outers)
          home << loops[i] if home
        end
        outers
      end

      # Closed loops of vertex ids; at a vertex with a choice, the first edge clockwise from where we came.
      def loops
        out = Hash.new { |h, k| h[k] = [] }
        @from.each_index { |e| out[@from[e]] << e }
        used = Array.new(@from.size)
        found = []
        @from.each_index do |start|
          next if used[start]

          ids = trace(start, out, used)
          found << ids if ids.size > 2
        end
        found
      end

      private

      def trace(start, out, used)
        ids = []
        e = start
        until e.nil? || used[e]
          used[e] = true
          ids << @from[e]
          choices = out[@to[e]].reject { |x| used[x] && x != start }
          e = choices.size <= 1 ? choices[0] : sharpest(e, choices)
        end
        ids
      end

      def sharpest(e, choices)
        at = @to[e]
        back = Math.atan2(@vs[@from[e]] - @vs[at], @us[@from[e]] - @us[at])
        choices.min_by do |x|
          turn = back - Math.atan2(@vs[@to[x]] - @vs[at], @us[@to[x]] - @us[at])
          turn += 2 * Math::PI while turn <= 1e-12
          turn
        end
      end

      def smallest_around(hole, outers)
        mu = (@us[hole[0]] + @us[hole[1]]) * 0.5
        mv = (@vs[hole[0]] + @vs[hole[1]]) * 0.5
        around = outers.select { |o| Polygon.around?(o[0], @us, @vs, mu, mv) }
        around.min_by { |o| Polygon.area(o[0], @us, @vs) }
      end
    end
  end
end
