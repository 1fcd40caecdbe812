# frozen_string_literal: true

module Nockplane
  module Products
    # What was made lately of frozen inputs, in memory: as much as weighs no more than so much in all; what was asked
    # for longest ago goes first. (Threads may share one: at worst something is made twice.)
    class Recent
      # most: weight in all, in whatever unit the values are weighed in.
      def initialize(most)
        @most = most
        @weight = 0
        @kept = {}
      end

      # The value kept under a key; else that of the block, made shareable. weight: ->(value).
      def fetch(key, weight: :size.to_proc)
        pair = @kept.delete(key)
        pair ||= Ractor.make_shareable(yield).then { |value| [value, weigh(weight.call(value))] }
        @kept[key] = pair
        forget while @weight > @most && @kept.size > 1
        pair[0]
      end

      private

      def weigh(weight) = weight.tap { @weight += weight }
      def forget = @weight -= @kept.shift&.dig(1, 1).to_i
    end
  end
end
