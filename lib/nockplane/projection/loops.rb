# frozen_string_literal: true

module Nockplane
  module Projection
    # Which chords of an edge set are one whole circle or ellipse, or one arc of it.
    module Loops
      # Chords that an arc is told as one thing from.
      LEAST = 3

      module_function

      # [EdgeSet::Loop] of sharp edges on one ring between the same two faces.
      def of(edges, solid)
        groups = Hash.new { |h, ring| h[ring] = {} }.compare_by_identity
        edges.each_with_index do |e, i|
          next unless e.ring && e.kind == :sharp

          (groups[e.ring][[solid.facets[e.f].face.name, solid.facets[e.g].face.name].sort] ||= []) << i
        end
        lists = groups.each_value.flat_map(&:values)
        lists.flat_map do |list|
          next [EdgeSet::Loop.new(edges[list[0]].ring, list)] if closed?(list, edges)

          arcs(list, edges).map { |arc, ends| EdgeSet::Loop.new(edges[list[0]].ring, arc, counted(ends, arc, edges, solid)) }
        end
      end

      # [[indices of edges, [vertex at one end, at the other]], ...]: those that follow each other without branches.
      def arcs(list, edges)
        at = Hash.new { |h, k| h[k] = [] }
        list.each { |i| [edges[i].a, edges[i].b].each { |v| at[v] << i } }
        return [] if at.each_value.any? { |met| met.size > 2 }

        left = list.to_h { |i| [i, true] }
        at.each_key.select { |v| at[v].size == 1 && left[at[v][0]] }.filter_map do |start|
          arc, stop = follow(start, at, edges, left)
          [arc, [start, stop]] if arc.size >= LEAST
        end
      end

      # [indices of edges from a vertex on, the vertex where they end]
      def follow(start, at, edges, left)
        arc = []
        while (i = at[start].find { |k| left.delete(k) })
          arc << i
          start = edges[i].a == start ? edges[i].b : edges[i].a
        end
        [arc, start]
      end

      # The ends in the sense in which the ring's parameter grows.
      def counted(ends, arc, edges, solid)
        first = edges[arc[0]]
        beside = first.a == ends[0] ? first.b : first.a
        from, to = [ends[0], beside].map { |v| first.ring.angle(solid.point(v)) }
        (to - from) % (2 * Math::PI) < Math::PI ? ends : ends.reverse
      end

      # Does every vertex stand at two of the edges, and are they one round?
      def closed?(list, edges)
        return false if list.size < 3

        near = Hash.new { |h, k| h[k] = [] }
        list.each do |i|
          near[edges[i].a] << edges[i].b
          near[edges[i].b] << edges[i].a
        end
        return false unless near.each_value.all? { |others| others.size == 2 }

        round?(near, list.size)
      end

      # Is everything met on one way round?
      def round?(near, count)
        first = near.each_key.first
        before, at, steps = nil, first, 0
        loop do
          a, b = near[at]
          before, at = at, (a == before ? b : a)
          steps += 1
          return steps == count if at == first || steps > count
        end
      end
      private_class_method :arcs, :follow, :counted, :closed?, :round?
    end
  end
end
