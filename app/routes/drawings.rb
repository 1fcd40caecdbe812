# frozen_string_literal: true

module App
  module Routes
    # Drawings: new, the sheet, edits, undo, update, downloads.
    module Drawings
      def self.registered(app)
        downloads(app) # before the page, whose :slug would take "x.pdf"
        pages(app)
        changes(app)
      end

      def self.pages(app)
        app.get '/drawings/new' do
          page(:new_drawing, title: 'New drawing', current: :board, models: Records::Model.order(:number, :name).to_a,
                             templates: Nockplane::Drawings::Template.all, chosen: params['model'])
        end

        app.post '/drawings' do
          drawing = Actions::CreateDrawing.call(Records::Model.at(params['model'].to_s), params['template'].to_s, title: params['title'], number: params['number'])
          redirect "/drawings/#{drawing.slug}"
        end

        app.get '/drawings/:slug' do
          shown = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], params['select'])
          page(:drawing, title: "#{shown.record.number} #{shown.record.title}", current: :board, shown: shown)
        end

        # What the column shows for a selection; the version tells whether the sheet on screen is still the latest.
        app.get '/drawings/:slug/column' do
          shown = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], params['select'])
          json version: shown.record.version, column: part(:_column, shown: shown)
        end

        # The shading of a view, when the sheet came without it.
        app.get '/drawings/:slug/views/:view/shading' do
          shown = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], nil)
          json version: shown.record.version, svg: shown.shading(params['view'])
        end

        # A behind view as it was and as it is, to lay over the sheet.
        app.get '/drawings/:slug/views/:view/before-after' do
          json Presenters::BeforeAfter.new(Records::Drawing.at(params['slug']), params['view']).to_h
        end

        app.get '/drawings/:slug/state' do
          state_of(Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], params['select']))
        end
      end

      def self.downloads(app)
        app.get '/drawings/:slug/sheets/:sheet.svg' do
          shown = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], nil)
          # The file carries its font in a style element; on its own it can load and run nothing. (Set before the etag: a 304 carries it too.)
          headers 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; font-src data:"
          cache_control :private, :no_cache
          etag "#{Nockplane::KERNEL_VERSION}-#{shown.record.slug}-#{shown.record.version}"
          content_type 'image/svg+xml'
          attachment "#{shown.record.number}.svg" if params['download']
          Nockplane::Formats::Svg.write(shown.scene, standalone: true)
        end

        app.get '/drawings/:slug.pdf' do
          shown = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), nil, nil)
          content_type 'application/pdf'
          attachment "#{shown.record.number}.pdf"
          Nockplane::Formats::Pdf.write(shown.scenes, created: Time.now)
        end
      end

      def self.changes(app)
        app.post '/drawings/:slug/edits' do
          drawing = Records::Drawing.at(params['slug'])
          data = body_json
          Actions::EditDrawing.call(drawing, base: data['base']&.to_i) { |value| Presenters::EditRequest.new(value, Workshop.source, data, method(:millimetres)).edit }
          state_of(Presenters::DrawingPage.new(drawing, data['sheet'], data['select']), told: drawing.undoable&.label)
        end

        %w[undo redo].each do |way|
          app.post "/drawings/:slug/#{way}" do
            drawing = Records::Drawing.at(params['slug'])
            entry = Actions::TakeBack.public_send(way, drawing)
            state_of(Presenters::DrawingPage.new(drawing, body_json['sheet'], nil), told: "#{way == 'undo' ? 'Taken back' : 'Done again'}: #{entry.label}")
          end
        end

        app.post '/drawings/:slug/update' do
          drawing = Records::Drawing.at(params['slug'])
          data = body_json
          Actions::EditDrawing.call(drawing, base: nil) { drawing.staleness.update(data['views']) }
          state_of(Presenters::DrawingPage.new(drawing, data['sheet'], data['select']), told: drawing.undoable.label)
        end

        app.post '/drawings/:slug/dimensions/:id/value' do
          drawing = Records::Drawing.at(params['slug'])
          data = body_json
          revision = Actions::ChangeSize.call(drawing, params['id'], data['value'])
          state_of(Presenters::DrawingPage.new(drawing, data['sheet'], "dimension/#{params['id']}"), told: "Revision #{revision.number} of #{revision.model.name} kept; the drawing shows it.")
        end
      end
    end
  end
end
