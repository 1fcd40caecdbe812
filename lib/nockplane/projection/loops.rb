# frozen_string_literal: true

module Nockplane
  module Projection
    # Which chords of an edge set are one whole circle or ellipse.
    module Loops
      module_function

      # [EdgeSet::Loop] of sharp edges on one ring between the same two faces, closed.
      def of(edges, solid)
        groups = Hash.new { |h, ring| h[ring] = {} }.compare_by_identity
        edges.each_with_index do |e, i|
          next unless e.ring && e.kind == :sharp

          (groups[e.ring][[solid.facets[e.f].face.name, solid.facets[e.g].face.name].sort] ||= []) << i
        end
        lists = groups.each_value.flat_map(&:values)
        lists.select { |list| closed?(list, edges) }.map { |list| EdgeSet::Loop.new(edges[list[0]].ring, list) }
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
      private_class_method :closed?, :round?
    end
  end
end
