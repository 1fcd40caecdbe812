# frozen_string_literal: true

module Nockplane
  module Planning
    # Places for the nodes of a layered graph: a column for each layer, within it in the order of the middles of what
    # they are tied to (barycentres, Sugiyama 1981), so that few ties cross. Units of the picture.
    class Layered
      WIDTH = 190
      HEIGHT = 44
      ACROSS = 70
      DOWN = 14
      ROUNDS = 4
      # Most nodes of a column that are shown.
      MOST = 40

      # columns: { key => layer }; ties: [[key, key], ...].
      def initialize(columns, ties)
        @columns = columns
        @ties = ties.select { |a, b| columns[a] && columns[b] }
      end

      # { key => [x, y] } of the left upper corners.
      def places
        layers = ordered
        first = layers.keys.min || 0
        tall = layers.values.map(&:size).max.to_i
        layers
          .flat_map do |layer, keys|
            top = (tall - keys.size) * (HEIGHT + DOWN) / 2.0
            keys.each_with_index.map { |k, i| [k, [(layer - first) * (WIDTH + ACROSS), top + (i * (HEIGHT + DOWN))]] }
          end
          .to_h
      end

      # Layers that have more than are shown: { layer => how many more }.
      def more = all.transform_values { |keys| keys.size - MOST }.select { |_, n| n.positive? }

      private

      def all = @all ||= @columns.keys.group_by { |k| @columns[k] }.sort.to_h
      def layers = all.transform_values { |keys| keys.sort.first(MOST) }

      # Layer after layer by what stands before it, then back by what stands behind it.
      def ordered
        found = layers
        near = Hash.new { |h, k| h[k] = [] }
        @ties.each { |a, b| near[a] << b and near[b] << a }
        order = found.keys
        ROUNDS.times do
          [order.drop(1), order.reverse.drop(1)].each do |run|
            run.each { |layer| found[layer] = sorted(found, layer, near) }
          end
        end
        found
      end

      def sorted(found, layer, near)
        at = found.values.flat_map { |keys| keys.each_with_index.map { |k, i| [k, i - (keys.size / 2.0)] } }.to_h
        others = at.reject { |k, _| @columns[k] == layer }
        found[layer].sort_by.with_index { |k, i| [middle(near[k], others) || at[k], i] }
      end

      def middle(keys, at)
        known = keys.filter_map { |k| at[k] }
        known.empty? ? nil : known.sum / known.size
      end
    end
  end
end
