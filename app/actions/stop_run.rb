# frozen_string_literal: true

module App
  module Actions
    # Stops a run: at once when it waits, else after what it is at; what is done stays done.
    module StopRun
      def self.call(run)
        run.update!(stop_wanted: true) unless run.over?
        run.update!(state: 'stopped', reason: 'stopped by hand before it began') if run.state == 'waiting'
      end
    end
  end
end
