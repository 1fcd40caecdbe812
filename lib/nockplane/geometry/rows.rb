# frozen_string_literal: true

module Nockplane
  module Geometry
    # Things kept by equal intervals of one coordinate that they reach over, to find those at a place without asking
    # all.
    class Rows
      # low, high: of the coordinate; what lies beyond falls into the end rows.
      def initialize(low, high, count)
        @low = low
        @step = [(high - low) / count, 1e-12].max
        @rows = Array.new(count + 1) { [] }
      end

      # Keeps a thing that reaches from a to b (either way round).
      def add(thing, a, b)
        i = index(a)
        j = index(b)
        i, j = j, i if j < i
        i.upto(j) { |k| @rows[k] << thing }
      end

      def at(x) = @rows[index(x)]

      # Yields the things between two places, those that reach over several rows more than once.
      def between(a, b, &block) = (index([a, b].min)..index([a, b].max)).each { |k| @rows[k].each(&block) }

      private

      def index(x) = ((x - @low) / @step).floor.clamp(0, @rows.size - 1)
    end
  end
end
