# frozen_string_literal: true

module Nockplane
  module Solids
    # Connected groups of facets over shared edges.
    module Components
      module_function

      # facets joined where they share an edge and the block (facet, facet) agrees. Returns arrays of indices.
      def of(facets)
        parent = (0...facets.size).to_a
        by_edge = {}
        facets.each_with_index do |f, i|
          f.each_edge do |a, b|
            key = a < b ? (a << 32) | b : (b << 32) | a
            others = (by_edge[key] ||= [])
            # more than one where slivers of two faces lie on each other
            others.each { |other| join(parent, other, i) if yield(facets[other], f) }
            others << i
          end
        end
        (0...facets.size).group_by { |i| root(parent, i) }.values
      end

      def root(parent, i)
        i = parent[i] = parent[parent[i]] while parent[i] != i
        i
      end

      def join(parent, a, b)
        a = root(parent, a)
        b = root(parent, b)
        a < b ? parent[b] = a : parent[a] = b
      end
    end
  end
end
