# frozen_string_literal: true

module App
  module Routes
    # Home: the board of drawings with the docket.
    module Board
      def self.registered(app)
        app.get '/' do
          tag_page(pulse = Pulse.of_board)
          asked = [params['list'], params['from']]
          board = Presenters::Board.new(params['state'], whose: params['whose'], person: person, asked: asked)
          Standings.sweep(board.all_cells.select(&:checking).map { |c| c.drawing.id })
          page(:board, title: 'Board', current: :board, board: board, pulse: pulse)
        end

        # Whether the board shows anything that is no longer so.
        app.get('/pulse') { json pulse: Pulse.of_board }

        app.post '/docket/update' do
          if params['view'] # "drawing/view": just that one
            slug, view = params['view'].to_s.split('/', 2)
            updated = Actions::UpdateDrawings.call([Records::Drawing.at(slug)], views: [view], author: who)
            tell told_of(updated, one: 'view')
            redirect '/'
          end
          chosen = Array(params['drawings']).map(&:to_s)
          drawings =
            Standings.due(params['all'] ? Records::Drawing.order(:id) : Records::Drawing.where(slug: chosen).order(:id))
          if drawings.size > 1 || drawings.any? { |d| !Standings.at_hand?(d) } # one that is at hand is done at once
            items = drawings.map { |d| { what: "#{d.number} #{d.title}", slug: d.slug, state: 'waiting' } }
            run =
              Queue.start('update', "Updating #{plural(drawings.size, 'drawing')}", items: items) do |r|
                Jobs::UpdateJob.new(r.id)
              end
            redirect "/runs/#{run.id}"
          end
          tell told_of(Actions::UpdateDrawings.call(drawings, author: who))
          redirect '/'
        end

        # All drawings whose template moved on, up to its latest revision.
        app.post '/docket/templates' do
          drawings = Presenters::Origin.changed
          raise Refused, 'Every drawing has the latest revision of its template.' if drawings.empty?

          items = drawings.map { |d| { what: "#{d.number} #{d.title}", slug: d.slug, state: 'waiting' } }
          target = drawings.size == 1 ? 'its template' : 'their templates'
          title = "Bringing #{plural(drawings.size, 'drawing')} up to #{target}"
          run = Queue.start('rehouse', title, items: items) { |r| Jobs::RehouseJob.new(r.id) }
          redirect "/runs/#{run.id}"
        end

        # The layout rules of all drawings on whose sheets things collide.
        app.post '/docket/tidy' do
          drawings = Presenters::Board.new.all_cells.select { |c| c.summary.collisions.positive? }.map(&:drawing)
          raise Refused, 'Nothing collides on any drawing.' if drawings.empty?

          items = drawings.map { |d| { what: "#{d.number} #{d.title}", slug: d.slug, state: 'waiting' } }
          title = "Tidying #{plural(drawings.size, 'drawing')}"
          run = Queue.start('tidy', title, items: items) { |r| Jobs::TidyJob.new(r.id) }
          redirect "/runs/#{run.id}"
        end

        app.post '/intake/:id/dismiss' do
          Actions::SettleIntake.call(params['id'].to_i)
          redirect '/'
        end
      end
    end
  end
end
