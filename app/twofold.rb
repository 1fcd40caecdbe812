# frozen_string_literal: true

module App
  # Pieces of work shared by this process and a copy of it, where the machine has two processors or more: whoever is
  # free takes the next. What is made of a piece has to be kept where both find it (Store), since nothing comes back
  # from the copy. For processes with one thread of their own (bin/hand): a copy has no others.
  module Twofold
    # Most pieces that are shared.
    MOST = 200

    # Processors that may be used: one, unless a process that may be copied says more.
    @processors = 1

    class << self
      attr_accessor :processors
    end

    module_function

    # Yields every one of some pieces, here or in the copy. Pieces of a copy that failed are done again here, which
    # tells why. memory: bytes that the copy may take besides what there is already.
    def each(pieces, memory:, &work)
      return pieces.each(&work) if pieces.size < 2 || pieces.size > MOST || processors < 2

      beside(pieces, memory: memory, work: work) { nil }
    end

    # Has a copy begin with some pieces (work does one) while the block is done here; then they are shared.
    def beside(pieces, memory:, work:)
      if pieces.empty? || pieces.size > MOST || processors < 2
        yield
        return pieces.each(&work)
      end

      tray = tray_of(pieces)
      copy = copied(memory) { take(tray, pieces, &work) }
      yield
      take(tray, pieces, &work)
      done = Process.wait2(copy)[1].success?
      copy = nil
      pieces.each(&work) unless done
    ensure
      stop(copy) if copy
      tray&.close
    end

    # Numbers of the pieces in a pipe, a byte each: what one has read the other doesn't get.
    def tray_of(pieces)
      tray, feed = IO.pipe(binmode: true)
      feed.write(pieces.each_index.to_a.pack('C*'))
      feed.close
      tray
    end

    def take(tray, pieces)
      while (byte = tray.sysread(1))
        yield pieces[byte.ord]
      end
    rescue EOFError
      nil # none left
    end

    # The process of a copy that does the block and ends, without a word if it can't; with this one, too.
    def copied(memory)
      parent = Process.pid
      # (No connection to the database is carried over into a process.)
      ActiveRecord::Base.connection_handler.clear_all_connections!
      fork do
        Thread.new do
          sleep 0.5 while Process.ppid == parent
          exit!(1)
        end
        Process.setrlimit(:AS, (File.read('/proc/self/statm').to_i * 4096) + memory)
        Hands.collect_later
        yield
        exit!(0)
      ensure
        exit!(1)
      end
    end

    def stop(copy)
      Process.kill('KILL', copy)
      Process.wait(copy)
    rescue Errno::ESRCH, Errno::ECHILD
      nil # ended by itself
    end
  end
end
