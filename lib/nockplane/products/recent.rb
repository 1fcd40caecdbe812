# frozen_string_literal: true

module Nockplane
  module Products
    # Lists made lately of frozen inputs, in memory: so many items in all; what was asked for longest ago goes first.
    # Threads may share one: at worst something is made twice.
    class Recent
      # most: items of all lists together.
      def initialize(most)
        @most = most
        @items = 0
        @kept = {}
        @lock = Mutex.new
      end

      # The list kept under a key; else that of the block, made shareable.
      def fetch(key)
        known = @lock.synchronize { @kept.delete(key)&.tap { |list| @kept[key] = list } }
        known || keep(key, Ractor.make_shareable(yield))
      end

      private

      def keep(key, list)
        @lock.synchronize do
          forget(key)
          @kept[key] = list
          @items += list.size
          forget(@kept.first[0]) while @items > @most && @kept.size > 1
        end
        list
      end

      def forget(key) = @items -= @kept.delete(key).to_a.size
    end
  end
end
