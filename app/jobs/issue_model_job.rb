# frozen_string_literal: true

module App
  module Jobs
    # Makes a packet of a model and issues it.
    IssueModelJob =
      Struct.new(:run_id, :model_id, :reason, :by, :waiver) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          model = Records::Model.find_by(id: model_id) or
            return run.update!(state: 'failed', reason: 'the model is no longer here')
          run.update!(state: 'running')
          packet = Actions::IssueModel.call(model, reason: reason, by: by, waiver: waiver) { |name| told(run, name) }
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
