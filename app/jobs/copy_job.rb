# frozen_string_literal: true

module App
  module Jobs
    # Copies a set; the lines of the run tell what was made, so that all of it can be taken back at once.
    CopyJob =
      Struct.new(:run_id, :key, :wish) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          run.update!(state: 'running')
          made = Actions::CopySet.call(Copying.new(key, wish))
          lines =
            made.map do |kind, record|
              words = kind == 'drawing' ? "#{record.number} #{record.title}" : "#{record.number} #{record.name}"
              {
                what: words,
                href: "/#{kind}s/#{record.slug}",
                kind: kind,
                id: record.id,
                version: version(kind, record),
                state: 'done'
              }
            end
          run.update!(state: 'done', items: JSON.generate(lines), done: run.total)
        rescue Nockplane::Error => e
          run.update!(state: 'failed', reason: e.message)
        end

        def max_attempts = 3

        private

        def version(kind, record) = kind == 'drawing' ? record.version : record.latest.number
      end
  end
end
