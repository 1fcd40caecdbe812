# frozen_string_literal: true

module App
  # So many requests of a process are worked on at once (one), the others wait their turn, first come first served. Ruby
  # works in one thread at a time and gives each a tenth of a second: with several at once a short one that asks the
  # database ten times waits for the long ones ten times (forty people on two processes: p95 0.73 s with two turns).
  # Whoever leaves work to a process of its own (Apart) gives up the turn and goes on without one.
  class Turns
    AT_ONCE = Integer(ENV.fetch('NOCKPLANE_TURNS', 1))
    KEY = :nockplane_turn

    # Turns that are free.
    FREE = Thread::Queue.new
    AT_ONCE.times { FREE << :turn }

    def self.give_up
      return unless Thread.current[KEY]

      Thread.current[KEY] = nil
      FREE << :turn
    end

    def initialize(app) = @app = app

    def call(env)
      FREE.pop
      Thread.current[KEY] = true
      @app.call(env)
    ensure
      Turns.give_up
    end
  end
end
