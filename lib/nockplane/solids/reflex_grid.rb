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
        @gone = {}
        @all = nodes
        build(nodes) if total > 60 && !nodes.empty?
      end

      def remove(node) = @gone[node] = true

      # True when the block is true for a live node whose cell meets the box.
      def any_in?(u0, v0, u1, v1)
        return @all.any? { |k| !@gone[k] && yield(k) } unless @cells

        i1 = cell(u1, @u0)
        j0 = cell(v0, @v0)
        j1 = cell(v1, @v0)
        i = cell(u0, @u0)
        while i <= i1
          j = j0
          while j <= j1
            @cells[(i << 20) | j]&.each { |k| return true if !@gone[k] && yield(k) }
            j += 1
          end
          i += 1
        end
        false
      end

      private

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
