# frozen_string_literal: true

module App
  # A second process of a worker: started again when it ends, ended with it.
  module Companion
    # Seconds between its end and the next start.
    PAUSE = 2

    module_function

    # Starts a command in a process beside this one and keeps it there until this one ends.
    def keep(command)
      # (This process may have begun itself anew with YJIT, which the other decides for itself.)
      environment = yjit? ? { 'NOCKPLANE_NO_YJIT' => nil } : {}
      Thread.new do
        loop do
          @pid = Process.spawn(environment, *command)
          Process.wait(@pid)
          @pid = nil
          sleep PAUSE
        end
      end
      at_exit { stop }
    end

    # Ends this process soon after the one that started it is gone (killed without a word).
    def end_with(parent)
      Thread.new do
        sleep 1 while Process.ppid == parent
        exit!(0)
      end
    end

    def stop
      Process.kill('TERM', @pid) if @pid
    rescue Errno::ESRCH
      nil # ended by itself
    end

    def yjit? = defined?(RubyVM::YJIT) && RubyVM::YJIT.enabled?
  end
end
