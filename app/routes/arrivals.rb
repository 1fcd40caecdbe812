# frozen_string_literal: true

module App
  module Routes
    # Files that wait for the answer whose revision they are.
    module Arrivals
      def self.registered(app)
        app.get '/arrivals/:id' do
          shown = Presenters::ArrivalPage.new(Records::Arrival.at(params['id']), params['with'])
          page(:arrival, title: shown.title, current: :models, shown: shown)
        end

        app.get '/arrivals/:id/solid.glb' do
          send_made(Workshop.glb(Records::Arrival.at(params['id']).text), 'model/gltf-binary')
        end

        app.post '/arrivals/:id' do
          arrival = Records::Arrival.at(params['id'])
          answer = params['answer'].to_s
          raise Refused, 'Choose what the file is first.' if answer.empty?

          if answer != 'leave' && arrival.kind == 'file' && File.size(Files.path(arrival.digest)) >= TakingHelpers::LONG
            said = { 'answer' => answer, 'number' => params['number'].to_s }
            run =
              Queue.start('import', "Importing #{arrival.title}", total: 100) do |r|
                Jobs::ImportJob.new(r.id, arrival.digest, arrival.filename, nil, nil, arrival.id, said)
              end
            redirect "/runs/#{run.id}"
          end
          revision = Actions::AnswerArrival.call(arrival, answer, number: params['number'], author: who)
          tell "#{arrival.title} is #{arrival.outcome}." if revision
          redirect revision ? place_of(revision) : '/'
        end
      end
    end
  end
end
