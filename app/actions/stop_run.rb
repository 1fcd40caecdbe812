# frozen_string_literal: true

module App
  module Actions
    # Stops a run: at once when it waits, else after what it is at; what is done stays done.
    module StopRun
      # why: in words, nil for by hand.
      def self.call(run, why: nil)
        return if run.over?

        run.update!(stop_wanted: true, reason: why)
        run.update!(state: 'stopped', reason: "#{run.stopping} before it began") if run.state == 'waiting'
      end

      # Stops what a person began and may not do any more: after a role was taken or they were switched off.
      def self.of(person)
        policy = Policy.new(person)
        now = person.off? ? 'switched off' : "a #{person.role} now"
        why = "stopped because #{person.name} is #{now}"
        Records::Run
          .where(author: person.name, state: %w[waiting running])
          .reject { |run| policy.may?(Policy.of_run(run.kind)) }
          .each { |run| call(run, why: why) }
      end
    end
  end
end
