# frozen_string_literal: true

module App
  module Routes
    # Long work: its progress, and stopping it.
    module Runs
      def self.registered(app)
        app.get '/runs/:id' do
          page(:run, title: 'Run', current: :board, run: Records::Run.at(params['id']))
        end

        app.get '/runs/:id/state' do
          run = Records::Run.at(params['id'])
          json state: run.state,
               done: run.done,
               total: run.total,
               html: part(:_run, run: run),
               href: run.over? ? run.href : nil
        end

        app.post '/runs/:id/stop' do
          run = Records::Run.at(params['id'])
          Actions::StopRun.call(run)
          redirect "/runs/#{run.id}"
        end
      end
    end
  end
end
