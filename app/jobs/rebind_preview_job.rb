# frozen_string_literal: true

module App
  module Jobs
    # Works out what would come of pointing a drawing at another model, for a page to show.
    RebindPreviewJob =
      Struct.new(:run_id, :slug, :wish, :href) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          run.update!(state: 'running')
          Rebinding.of(Records::Drawing.at(slug), wish).outcome
          run.update!(state: 'done', done: run.total, href: href)
        rescue Nockplane::Error => e
          run.update!(state: 'failed', reason: e.message)
        end

        def max_attempts = 3
      end
  end
end
