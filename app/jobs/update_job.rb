# frozen_string_literal: true

module App
  module Jobs
    # Brings the drawings of a run up to their models, one by one. A run that was cut off goes on where it was: drawings that
    # have been settled are not touched again.
    UpdateJob = Struct.new(:run_id) do
      def perform
        run = Records::Run.find(run_id)
        return if run.over?

        run.update!(state: 'running')
        run.lines.each_with_index do |line, i|
          next unless line['state'] == 'waiting'
          return run.update!(state: 'stopped', reason: 'stopped by hand; what was updated stays updated') if run.reload.stop_wanted

          run.settle(i, *outcome(line))
        end
        run.update!(state: 'done')
      end

      def max_attempts = 5

      private

      # [state, words]
      def outcome(line)
        drawing = Records::Drawing.find_by(slug: line['slug']) or return ['skipped', 'the drawing is no longer here']
        before = drawing.staleness
        return ['skipped', 'was up to date already'] if before.behind.empty? && before.fields.empty?

        views = before.behind.size
        losing = before.behind.sum { |b| b.losing.size }
        fault = Actions::UpdateDrawings.call([drawing])[drawing]
        return ['failed', fault] if fault

        ['done', "#{views} #{views == 1 ? 'view' : 'views'} updated#{", #{losing} #{losing == 1 ? 'annotation' : 'annotations'} adrift" if losing.positive?}"]
      rescue Nockplane::Error, ActiveRecord::ActiveRecordError => e
        ['failed', e.message]
      end
    end
  end
end
