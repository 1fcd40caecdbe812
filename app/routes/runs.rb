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
          json state: run.state, done: run.done, total: run.total, html: part(:_run, run: run), href: run.over? ? run.href : nil
        end

        app.post '/runs/:id/stop' do
          run = Records::Run.at(params['id'])
          run.update!(stop_wanted: true) unless run.over?
          run.update!(state: 'stopped', reason: 'stopped by hand before it began') if run.state == 'waiting'
          redirect "/runs/#{run.id}"
        end
      end
    end
  end
end
