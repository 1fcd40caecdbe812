# frozen_string_literal: true

module App
  module Jobs
    # Settles the drawings of a run one by one; a job has run_id and settle(drawing) -> [state, words]. A run that was
    # cut off goes on where it was: drawings that have been settled are not touched again.
    module EachDrawing
      def perform
        run = Records::Run.find(run_id)
        return if run.over?

        run.update!(state: 'running')
        run.lines.each_with_index do |line, i|
          next unless line['state'] == 'waiting'
          if run.reload.stop_wanted
            return run.update!(state: 'stopped', reason: 'stopped by hand; what was updated stays updated')
          end

          run.settle(i, *outcome(line))
        end
        run.update!(state: 'done')
      end

      def max_attempts = 5

      private

      # [state, words]
      def outcome(line)
        drawing = Records::Drawing.find_by(slug: line['slug']) or return ['skipped', 'the drawing is no longer here']
        settle(drawing)
      rescue Nockplane::Error, ActiveRecord::ActiveRecordError => e
        ['failed', e.message]
      end
    end
  end
end
