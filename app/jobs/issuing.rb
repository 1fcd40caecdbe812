# frozen_string_literal: true

module App
  module Jobs
    # What jobs that issue share: the run is told what is being made and what came of it. Who includes it has run_id,
    # #found (what is issued, nil when it is gone), NOUN for it, and #issue(thing), which yields each name and gives the
    # Records::Packet.
    module Issuing
      def perform
        run = Records::Run.find(run_id)
        return if run.over?

        thing = found or return run.update!(state: 'failed', reason: "the #{self.class::NOUN} is no longer here")
        run.update!(state: 'running')
        packet = issue(thing) { |name| told(run, name) }
        run.update!(state: 'done', done: run.total, href: "/packets/#{packet.id}")
      rescue Nockplane::Error => e
        run.update!(state: 'failed', reason: e.message)
      end

      def max_attempts = 1

      private

      def told(run, name)
        index = run.reload.lines.index { |l| l['what'] == name && l['state'] == 'waiting' }
        run.settle(index, 'done', nil) if index
      end
    end
  end
end
