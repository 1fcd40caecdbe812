# frozen_string_literal: true

module App
  # Processes that do heavy work for this one, each a piece at a time: started when needed, kept a while for the next
  # piece (they then know the part up to the feature that changes), killed when a piece takes too long or too much or
  # nobody waits for it.
  module Hands
    # Seconds without work after which one ends.
    IDLE = 90

    # The far end of one process: tasks go in as values, what they give comes back.
    class Hand
      # lane: 'ahead' or 'rest', as of Apart.
      def initialize(lane)
        environment = {
          'NOCKPLANE_DATA' => App.data_folder,
          'BUNDLE_WITHOUT' => ENV.fetch('BUNDLE_WITHOUT', 'development:test')
        }
        reader, @to = IO.pipe(binmode: true)
        @from, writer = IO.pipe(binmode: true)
        @pid =
          Process.spawn(
            environment,
            RbConfig.ruby,
            File.join(ROOT, 'bin', 'hand'),
            lane,
            in: reader,
            out: writer,
            pgroup: true
          )
        Process.detach(@pid)
        [reader, writer].each(&:close)
      end

      # [:ok, value] or [:error, exception] of a task; asker: Apart::Asker; seconds: that it may take; following: as of
      # Hands.call. Raises Refused, Apart::Abandoned; then it is no more.
      def call(asker, what, task, seconds, following)
        until_then = Apart.now + seconds
        if @on_for
          answer(asker, what, until_then, seconds) or raise Ended
        end

        Hands.put(@to, [task, following])
        found = answer(asker, what, until_then, seconds) or
          raise Refused,
                "#{what} took more memory than there is and was given up. Use fewer instances or simpler shapes."
        @on_for = asker.person if following && found[0] == :ok
        found
      rescue Errno::EPIPE
        raise Ended
      end

      # Does it go on with what this person asks next?
      def on_for?(person) = @on_for == person

      # Has it nothing to do?
      def free?
        next_answer if @on_for && @from.wait_readable(0)
        @on_for.nil?
      end

      def kill
        Process.kill('KILL', -@pid) # with a copy of it (Twofold)
      rescue Errno::ESRCH
        nil # ended by itself
      ensure
        [@to, @from].each(&:close)
      end

      private

      # The next answer, waited for; nil when the process has ended.
      def answer(asker, what, until_then, seconds)
        look(asker, what, until_then, seconds) until @from.wait_readable(Apart::GLANCE)
        next_answer
      end

      def next_answer
        @on_for = nil
        Hands.get(@from)
      end

      # Raises when it is time to give the work up.
      def look(asker, what, until_then, seconds)
        bounds = Apart.bounds
        if Apart.now > until_then
          raise Apart::TooLong,
                "#{what} takes longer than #{seconds.round} s and was given up. Use fewer instances or simpler " \
                'profiles.'
        end

        if memory > bounds.memory
          raise Refused,
                "#{what} takes more than #{bounds.memory / 1_000_000} MB of memory and was given up. Use fewer " \
                "instances or simpler shapes."
        end
        raise Apart::Abandoned if asker.gone?
      end

      # Bytes it holds in memory now.
      def memory
        File.read("/proc/#{@pid}/statm").split[1].to_i * 4096
      rescue SystemCallError
        0 # it ended; reading tells
      end
    end

    # A process ended while it had nothing to do.
    class Ended < Nockplane::Error; end

    @idle = Hash.new { |h, lane| h[lane] = [] }
    @lock = Mutex.new

    module_function

    # What a task gives. Raises what it raises. following: a task that the same process goes on with by itself, for
    # whoever asks it next; nil for none.
    def call(asker, what, task, lane, seconds, following = nil)
      hand = idle(lane, asker.person) || Hand.new(lane)
      kind, value = hand.call(asker, what, task, seconds, following)
      @lock.synchronize { @idle[lane].push(hand) }
      hand = nil
      kind == :ok ? value : raise(value)
    rescue Ended
      hand.kill
      hand = nil
      retry
    ensure
      hand&.kill
    end

    # A process that does what this person asks already, or has nothing to do; nil for none.
    def idle(lane, person)
      @lock.synchronize do
        list = @idle[lane]
        at = list.rindex { |hand| hand.on_for?(person) } || list.rindex(&:free?)
        at && list.delete_at(at)
      end
    end

    # Starts one ahead of the first piece of work.
    def ready = @lock.synchronize { @idle['ahead'].push(Hand.new('ahead')) if @idle['ahead'].empty? }

    # The other end: does what comes in until nobody is there any more or nothing has come for a while.
    def serve(from, to, lane)
      Process.setpriority(Process::PRIO_PROCESS, 0, 5) unless lane == 'ahead' # people who wait for a page come first
      Twofold.processors = Etc.nprocessors
      unswept = 0
      while comes?(from) { unswept = 0 } && (task, following = get(from))
        collect_later if (unswept += 1) <= TASKS
        put(to, found = answer(task))
        put(to, answer(following)) if following && found[0] == :ok
        GC.enable
        Database.release
      end
    end

    # Waits for the next task; false when none came for a while. Yields when garbage was collected meanwhile.
    def comes?(from)
      return true if from.wait_readable(PAUSE)

      GC.start
      yield
      !from.wait_readable(IDLE).nil?
    end

    # Seconds of a task in which garbage is left lying (a tenth of a size's time went into it), and of a pause after
    # which it is collected; tasks without such a pause after which it is collected as ever.
    UNSWEPT = 1.0
    PAUSE = 0.8
    TASKS = 8

    # Leaves garbage until a task has taken a while: it is collected when nobody waits.
    def collect_later
      GC.disable
      @sweeping&.kill
      @sweeping = Thread.new do
        sleep UNSWEPT
        GC.enable
      end
    end

    def answer(task)
      [:ok, Heavy.public_send(*task)]
    rescue Nockplane::Error => e
      [:error, e]
    rescue NoMemoryError, StandardError => e
      [:error, Nockplane::Error.new("#{e.class}: #{e.message}")]
    end

    def put(io, value)
      bytes = Marshal.dump(value)
      io.write([bytes.bytesize].pack('L>'), bytes)
      io.flush
    end

    # The next value, nil at the end.
    def get(io)
      head = io.read(4)
      return nil unless head && head.bytesize == 4

      Marshal.load(io.read(head.unpack1('L>'))) # rubocop:disable Security/MarshalLoad -- our own other end
    end
  end
end
