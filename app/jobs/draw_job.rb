# frozen_string_literal: true

module App
  module Jobs
    # Makes a drawing of a model whose views have not been worked out yet.
    DrawJob =
      Struct.new(:run_id, :model_id, :template, :title, :number, :empty, :show) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          run.update!(state: 'running')
          drawing =
            Actions::CreateDrawing.call(
              Records::Model.find(model_id),
              template,
              title: title,
              number: number,
              empty: empty == true,
              show: show,
              balloons: true
            )
          run.update!(state: 'done', done: run.total, href: "/drawings/#{drawing.slug}")
        rescue Nockplane::Error => e
          run.update!(state: 'failed', reason: e.message)
        end

        def max_attempts = 3
      end
  end
end
