# frozen_string_literal: true

module App
  module Jobs
    # Renumbers the things of a run, one by one.
    RenumberJob =
      Struct.new(:run_id) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          run.update!(state: 'running')
          run.lines.each_with_index do |line, i|
            next unless line['state'] == 'waiting'
            if run.reload.stop_wanted
              return run.update!(state: 'stopped', reason: 'stopped by hand; what has its number keeps it')
            end

            run.settle(i, *outcome(line))
          end
          run.update!(state: 'done')
        end

        def max_attempts = 3

        private

        def outcome(line)
          kind, slug = line['thing'].split('/', 2)
          record = kind == 'drawing' ? Records::Drawing.at(slug) : Records::Model.at(slug)
          old = record.number
          Actions::Renumber.call(record, line['number'])
          ['done', "#{old || 'no number'} → #{line['number']}"]
        rescue Nockplane::Error, ActiveRecord::ActiveRecordError => e
          ['failed', e.message]
        end
      end
  end
end
