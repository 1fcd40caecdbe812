# frozen_string_literal: true

module App
  module Routes
    # Views kept on a model: what is seen, kept under a name and shown again.
    module SavedViews
      def self.registered(app)
        app.helpers do
          define_method(:view_of) do |model|
            Records::SavedView.find_by(model_id: model.id, id: params['id'].to_i) or
              raise Refused.new('There is no such view any more.', status: 404)
          end
          define_method(:views_part) do |model, told|
            views = Records::SavedView.of(model).map(&:to_h)
            json told: told, views: views, part: part(:_saved_views, views: views)
          end
        end
        show(app)
        change(app)
      end

      def self.show(app)
        app.get '/models/:slug/views' do
          shown = Presenters::SavedViewsPage.new(Records::Model.at(params['slug']), params['variant'])
          page(:saved_views, title: "Saved views of #{shown.name}", current: :models, shown: shown)
        end
      end

      def self.change(app)
        app.post '/models/:slug/views' do
          model = Records::Model.at(params['slug'])
          view = Actions::KeepView.call(model, body_json)
          views_part(model, "The view is kept as “#{view.name}”.")
        end

        app.post '/models/:slug/views/:id/rename' do
          model = Records::Model.at(params['slug'])
          Actions::KeepView.rename(view_of(model), body_json['name'])
          views_part(model, 'Renamed.')
        end

        app.post '/models/:slug/views/:id/move' do
          model = Records::Model.at(params['slug'])
          Actions::KeepView.move(view_of(model), body_json['by'].to_i)
          views_part(model, 'Moved.')
        end

        # As a sheet for paper, made by a worker.
        app.post '/models/:slug/views/:id/sheet' do
          model = Records::Model.at(params['slug'])
          view = view_of(model)
          raise Refused, 'A view that is cut open is printed as its picture.' if view.kept['cut']

          template = body_json['template'].to_s
          Actions::CreateDrawing.template(template)
          run =
            Queue.start('paper', "#{model.name}: #{view.name} as a sheet", total: 1) do |r|
              Jobs::ViewPaperJob.new(r.id, view.id, template)
            end
          json href: "/runs/#{run.id}"
        end

        app.post '/models/:slug/views/:id/drop' do
          model = Records::Model.at(params['slug'])
          view = view_of(model)
          Actions::KeepView.drop(view)
          views_part(model, "“#{view.name}” is taken away.")
        end
      end
    end
  end
end
