# frozen_string_literal: true

module Nockplane
  module Geometry
    # Pieces by equal intervals of one coordinate.
    class Rows
      def initialize(q, from, to)
        low, high = from.map { |v| q[v] }.minmax
        count = Math.sqrt(from.size).ceil
        @low = low
        @step = [(high - low) / count, 1e-12].max
        @rows = Array.new(count + 2) { [] }
        from.each_index { |j| index([q[from[j]], q[to[j]]].min).upto(index([q[from[j]], q[to[j]]].max)) { |k| @rows[k] << j } }
      end

      def at(x) = @rows[index(x)]

      private

      def index(x) = ((x - @low) / @step).floor.clamp(0, @rows.size - 1)
    end
  end
end
