# frozen_string_literal: true

module App
  module Jobs
    # Works through the lines of a run one by one; a job has run_id and settle(line) -> [state, words, address of what
    # was made or nil]. A run that was cut off goes on where it was: lines that have been settled are not touched again.
    module EachLine
      def perform
        run = Records::Run.find(run_id)
        return if run.over?

        run.update!(state: 'running')
        run.lines.each_with_index do |line, i|
          next unless line['state'] == 'waiting'
          return run.update!(state: 'stopped', reason: "#{run.stopping}; #{stays}") if run.reload.stop_wanted

          state, words, href = outcome(line)
          run.settle(i, state, words, href: href)
        end
        run.update!(state: 'done', href: (run.lines[0]['href'] if opens? && run.total == 1))
      end

      def max_attempts = 5

      private

      # What a run that is stopped leaves, in words.
      def stays = 'what was done stays done'
      # Does what the only line made open by itself?
      def opens? = false

      def outcome(line)
        settle(line)
      rescue *Outage::ALL
        raise # the line waits for another try
      rescue Nockplane::Error, ActiveRecord::ActiveRecordError => e
        ['failed', e.message]
      end
    end
  end
end
