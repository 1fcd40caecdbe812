# frozen_string_literal: true

module Nockplane
  module Modelling
    # Lasting names for faces that were cut in several pieces: each piece gets a suffix decided by its neighbours
    # ("rim~slot/side.left"), never by the order of computation; pieces no neighbour tells apart are numbered by place.
    module Naming
      module_function

      # The solid with every face name standing for one connected face.
      def resolve(solid)
        by_name = solid.facets.each_index.group_by { |i| solid.facets[i].face.name }
        split = by_name.filter_map do |name, ids|
          parts = Solids::Components.of(ids.map { |i| solid.facets[i] }) { true }
          [name, parts.map { |p| p.map { |k| ids[k] } }] if parts.size > 1
        end
        return solid if split.empty?

        neighbours = neighbours(solid)
        facets = solid.facets.dup
        split.each do |name, parts|
          suffixes(solid, name, parts, neighbours).zip(parts) do |suffix, ids|
            face = facets[ids[0]].face.renamed("#{name}~#{suffix}")
            ids.each { |i| facets[i] = facets[i].with_face(face) }
          end
        end
        Solids::Solid.new(solid.xs, solid.ys, solid.zs, facets)
      end

      # For every facet the names of the facets across its edges.
      def neighbours(solid)
        at = Hash.new { |h, k| h[k] = [] }
        solid.facets.each_with_index { |f, i| f.each_edge { |a, b| at[a < b ? (a << 32) | b : (b << 32) | a] << i } }
        around = Array.new(solid.facets.size) { [] }
        at.each_value { |ids| ids.permutation(2) { |i, j| around[i] << solid.facets[j].face.name } }
        around
      end

      def suffixes(solid, name, parts, neighbours)
        sets = parts.map { |ids| ids.flat_map { |i| neighbours[i] }.uniq - [name] }
        own =
          sets.each_with_index.map do |set, i|
            (set - sets.each_with_index.reject { |_, j| j == i }.flat_map(&:first)).min
          end
        order = parts.each_index.sort_by { |i| place(solid, parts[i]) }
        parts.each_index.map { |i| own[i] || (order.index(i) + 1).to_s }
      end

      def place(solid, ids)
        points = ids.flat_map { |i| solid.facets[i].loops.flatten }.uniq.map { |v| solid.point(v) }
        points.transpose.map { |c| (c.sum / c.size).round(4) }
      end
    end
  end
end
