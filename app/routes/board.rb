# frozen_string_literal: true

module App
  module Routes
    # Home: the board of drawings with the docket.
    module Board
      def self.registered(app)
        app.get('/') { page(:board, title: 'Board', current: :board, board: Presenters::Board.new) }

        app.post '/docket/update' do
          chosen = Array(params['drawings']).map(&:to_s)
          drawings = params['all'] ? Records::Drawing.order(:id).to_a : Records::Drawing.where(slug: chosen).to_a
          results = Actions::UpdateDrawings.call(drawings.reject { |d| d.staleness.then { |s| s.behind.empty? && s.fields.empty? } })
          session[:told] = told(results)
          redirect '/'
        end

        app.helpers do
          def told(results)
            failed = results.compact
            done = results.size - failed.size
            return 'Nothing was behind its model.' if results.empty?

            [("#{plural(done, 'drawing')} brought up to #{done == 1 ? 'its model' : 'their models'}." if done.positive?),
             *failed.map { |d, why| "#{d.number}: #{why}" }].compact.join(' ')
          end
        end
      end
    end
  end
end
