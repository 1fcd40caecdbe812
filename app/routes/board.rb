# frozen_string_literal: true

module App
  module Routes
    # Home: the board of drawings with the docket.
    module Board
      def self.registered(app)
        app.get('/') { page(:board, title: 'Board', current: :board, board: Presenters::Board.new) }

        app.post '/docket/update' do
          if params['view'] # "drawing/view": just that one
            slug, view = params['view'].to_s.split('/', 2)
            session[:told] = told_of(Actions::UpdateDrawings.call([Records::Drawing.at(slug)], views: [view]), one: 'view')
            redirect '/'
          end
          chosen = Array(params['drawings']).map(&:to_s)
          drawings = params['all'] ? Records::Drawing.order(:id).to_a : Records::Drawing.where(slug: chosen).to_a
          drawings = drawings.reject { |d| d.staleness.then { |s| s.behind.empty? && s.fields.empty? } }
          if drawings.size > 1 # one is done at once, more go on the queue
            items = drawings.map { |d| { what: "#{d.number} #{d.title}", slug: d.slug, state: 'waiting' } }
            redirect "/runs/#{Queue.start('update', "Updating #{drawings.size} drawings", items: items) { |run| Jobs::UpdateJob.new(run.id) }.id}"
          end
          session[:told] = told_of(Actions::UpdateDrawings.call(drawings))
          redirect '/'
        end

        # All drawings whose template moved on, up to its latest revision.
        app.post '/docket/templates' do
          drawings = Presenters::Origin.changed
          raise Refused, 'Every drawing has the latest revision of its template.' if drawings.empty?

          items = drawings.map { |d| { what: "#{d.number} #{d.title}", slug: d.slug, state: 'waiting' } }
          redirect "/runs/#{Queue.start('rehouse', "Bringing #{plural(drawings.size, 'drawing')} up to #{drawings.size == 1 ? 'its template' : 'their templates'}", items: items) { |run| Jobs::RehouseJob.new(run.id) }.id}"
        end

        app.post '/intake/:id/dismiss' do
          Records::IntakeFile.find_by(id: params['id'].to_i)&.update!(state: 'settled')
          redirect '/'
        end
      end
    end
  end
end
