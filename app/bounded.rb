# frozen_string_literal: true

module App
  # Values kept in memory up to so many bytes in all; those asked for least recently go. Threads may share one.
  class Bounded
    attr_reader :bytes

    # most: bytes in all.
    def initialize(most)
      @most = most
      @bytes = 0
      @kept = {}
      @lock = Mutex.new
    end

    # The value kept under a key, nil when there is none.
    def [](key)
      @lock.synchronize { @kept.delete(key).tap { |pair| @kept[key] = pair if pair } }&.first
    end

    def key?(key) = @lock.synchronize { @kept.key?(key) }

    # Keeps a value that takes so many bytes; the latest is kept even where it is larger than all together may be. Gives
    # the value.
    def keep(key, value, bytes)
      @lock.synchronize do
        forget(key)
        @kept[key] = [value, bytes]
        @bytes += bytes
        forget(@kept.first[0]) while @bytes > @most && @kept.size > 1
      end
      value
    end

    private

    def forget(key) = @bytes -= @kept.delete(key)&.last.to_i
  end
end
