# frozen_string_literal: true

module App
  module Routes
    # What refers to what, and pointing it elsewhere without opening it.
    module References
      def self.registered(app)
        app.get '/references' do
          shown = Presenters::ReferencePage.new(params['of'], params['q'], [params['list'], params['from']])
          page(:references, title: 'References', current: :models, shown: shown)
        end

        app.post '/references/repoint' do
          things = Array(params['things']).map(&:to_s)
          model = Records::Model.find_by(slug: params['model'].to_s) or
            raise Refused, 'Choose the model they are to be pointed at.'
          raise Refused, 'Tick what is to be pointed at it.' if things.empty?

          lines = repoint_lines(things, model)
          if params['way'] == 'show'
            run =
              Queue.start('repoint preview', "What would become of #{plural(lines.size, 'thing')}", items: lines) do |r|
                Jobs::RepointJob.new(r.id, false)
              end
          else
            run =
              Queue.start('repoint', "Pointing #{plural(lines.size, 'thing')} at #{model.name}", items: lines) do |r|
                Jobs::RepointJob.new(r.id, true)
              end
          end
          redirect "/runs/#{run.id}"
        end
      end
    end
  end
end
