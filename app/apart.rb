# frozen_string_literal: true

require 'etc'

module App
  # Heavy work of web requests, done in processes of its own, so that the server goes on answering others whatever
  # somebody asks for. Each piece has bounds of time and memory, is given up when nobody waits for the answer any more,
  # and one person has only so many at once. Only so many run at once on the machine, whichever server process asked:
  # the rest wait in line.
  module Apart
    # Seconds a piece may take, bytes its process may grow to.
    Bounds = Struct.new(:seconds, :memory)
    BOUNDS =
      Bounds.new(
        ENV.fetch('NOCKPLANE_HEAVY_SECONDS', 60).to_f,
        ENV.fetch('NOCKPLANE_HEAVY_MEMORY_MB', 1500).to_i * 1_000_000
      ).freeze
    # At once on this machine; of one person at once, and with those that wait for their turn.
    AT_ONCE = [Etc.nprocessors, 2].max
    OF_ONE = 1
    IN_LINE = 8
    # Waiting or under way in all: each takes a thread of the server, which has more than that (config/puma.rb).
    IN_ALL = 14
    # Tasks (of Heavy) of somebody with a changed sheet or a file just sent: they have places of their own, and are done
    # by processes that give way to nobody.
    AHEAD = %i[build wished lines mesh].freeze
    # Seconds between two looks at whether somebody still waits, and at whether it is one's turn.
    GLANCE = 0.1
    TURN = 0.02

    # Nobody waits for the answer any more.
    class Abandoned < Refused
      def initialize = super('Nobody waits for this any more.', status: 503)
    end

    # It takes longer than it may.
    class TooLong < Refused; end

    class << self
      attr_writer :bounds

      def bounds = @bounds || BOUNDS
    end

    # Who asks: a text that is one person's, and their connection (nil when it can't be watched).
    Asker =
      Struct.new(:person, :socket) do
        # The person, for names of files.
        def digest = Digest::SHA256.hexdigest(person)[0, 24]

        # Has the browser gone away? (It has sent the end of its side; a byte is only peeked at.)
        def gone?
          return false unless socket

          socket.recv_nonblock(1, Socket::MSG_PEEK) == ''
        rescue IO::WaitReadable
          false
        rescue IOError, SystemCallError
          true
        end
      end

    module_function

    # Work in this thread is asked for by so and so until the block ends.
    def on_behalf(asker)
      Thread.current[:nockplane_asker] = asker
      yield
    ensure
      Thread.current[:nockplane_asker] = nil
    end

    # Who asks in this thread; nil where nobody does.
    def asker = Thread.current[:nockplane_asker]
    def asked? = !asker.nil?

    # What a task (a method of Heavy and its arguments, plain values) gives; done here where nobody asks through the
    # web. what: its subject in words, "The part". Raises what the task raises, Refused when it takes too long or too
    # much, Abandoned, Wish::Outdated. following: as of Hands.call. unless_done: ->() asked when it is one's turn: has
    # somebody else done it meanwhile?
    def run(what, task, *arguments, seconds: bounds.seconds, following: nil, unless_done: -> {})
      return Heavy.public_send(task, *arguments) unless asked?

      lane = AHEAD.include?(task) ? 'ahead' : 'rest'
      turn(asker, lane) do
        Hands.call(asker, what, [task, *arguments], lane, seconds, following) unless unless_done.call
      end
    end

    # Yields when it is this person's turn in a lane. Raises Refused when they have too much under way.
    def turn(asker, lane, &work)
      Turns.give_up # others of this process go on meanwhile
      person = asker.digest
      place(
        "line-#{person}",
        IN_LINE,
        "You have #{IN_LINE} large pieces of work under way already. Wait for one of them, or close the page that " \
          'asked for it.',
        429
      ) do
        place(
          'line',
          IN_ALL,
          'This machine has too many large pieces of work under way; try again in a minute.',
          503
        ) { in_turn(person, asker, lane, &work) }
      end
    end

    # Yields while one of so many places is held. Raises Refused with these words when none is free.
    def place(name, places, words, status)
      Slots.take(name, places) do |mine|
        raise Refused.new(words, status: status) unless mine

        yield
      end
    end

    def in_turn(person, asker, lane, &work)
      until_then = now + bounds.seconds
      wait("#{lane}-#{person}", OF_ONE, asker, until_then) { wait(lane, AT_ONCE, asker, until_then, &work) }
    end

    # Yields when one of so many places is free.
    def wait(name, places, asker, until_then)
      loop do
        Slots.take(name, places) { |free| return yield if free }
        raise Abandoned if asker.gone?

        Wish.go_on
        if now > until_then
          raise Refused.new('This machine is busy with other large pieces of work; try again in a minute.', status: 503)
        end

        sleep TURN
      end
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
