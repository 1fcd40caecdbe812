# frozen_string_literal: true

module App
  module Routes
    # Drawings: new, catching up with models and templates, sizes. What they share with templates is in Sheets.
    module Drawings
      def self.registered(app)
        making(app)
        reading(app)
        changes(app)
      end

      def self.making(app)
        app.get '/drawings/new' do
          templates = Records::Template.current.select(&:latest)
          page(
            :new_drawing,
            title: 'New drawing',
            current: :board,
            models: Records::Model.order(:number, :name).to_a,
            templates: templates,
            chosen: params['model'],
            show: params['show'],
            template:
              templates.find { |t| t.slug == params['template'] } ||
                templates.find { |t| t.slug == 'a3-part-first-angle' } || templates.first
          )
        end

        app.post '/drawings' do
          model = Records::Model.at(params['model'].to_s)
          asked = [params['template'].to_s, params['title'].to_s, params['number'].to_s, params['empty'] == '1']
          show = params['show'].to_s.empty? || Families.variants(model).empty? ? nil : params['show'].to_s
          # What is not worked out yet is made by a worker, with progress; so are balloons, which need the lines.
          unless Workshop.ready?(model) && show.nil? && !Workshop.source.model_of(model.latest.recipe).assembly?
            Actions::CreateDrawing.template(asked[0])
            Numbers.checked(asked[2], Records::Drawing)
            run =
              Queue.start('drawing', "Drawing #{model.name}", total: 1) do |r|
                Jobs::DrawJob.new(r.id, model.id, *asked, show)
              end
            redirect "/runs/#{run.id}"
          end
          drawing =
            Actions::CreateDrawing.call(model, asked[0], title: asked[1], number: asked[2], empty: asked[3], show: show)
          redirect "/drawings/#{drawing.slug}"
        end
      end

      def self.reading(app)
        # The shading of a view, when the sheet came without it; "waiting" until a worker has made it.
        app.get '/drawings/:slug/views/:view/shading' do
          paper_please(Records::Drawing.at(params['slug']))
          shown = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], nil)
          json version: shown.record.version,
               **(shown.waits?(params['view']) ? { waiting: true } : { svg: shown.shading(params['view']) })
        end

        # Draws the lines of a sheet whose views are not known yet; the version is that of the drawing they belong to.
        app.get '/drawings/:slug/lines' do
          drawing = Records::Drawing.at(params['slug'])
          draw_lines(drawing, params['sheet'])
          json version: drawing.version
        end

        # A neighbour of a view as it would be, pulled out to a side or corner: SVG and where it stands (y down).
        app.get '/drawings/:slug/views/:view/pulled' do
          json Presenters::Pulled.new(Records::Drawing.at(params['slug']), params['view'], params['to'].to_s).to_h
        end

        # A table as it stands on its sheet, as comma-separated values.
        app.get '/drawings/:slug/tables/:table.csv' do
          paper_please(drawing = Records::Drawing.at(params['slug']))
          table = drawing.value.cells["table/#{params['table']}"] or
            raise Refused.new("#{drawing.number} has no table '#{params['table']}'.", status: 404)
          content_type 'text/csv', charset: 'utf-8'
          attachment "#{drawing.number}-#{Nockplane::Drawings::Tables.of(table).title.tr(' ', '-')}.csv"
          Presenters::PartsShown.csv(drawing.value, table)
        end

        # What is missing and what is said twice, as marks on a sheet.
        app.get '/drawings/:slug/views/complete/candidates' do
          page = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], nil)
          json Presenters::CompletenessColumn.new(page).to_h
        end

        # A sheet as its layout rules would have it.
        app.get '/drawings/:slug/tidied' do
          page = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], nil)
          json Presenters::Tidied.new(page, params).to_h
        end

        # Model dimensions that a view could take, drawn where they would stand.
        app.get '/drawings/:slug/views/:view/candidates' do
          page = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], nil)
          json Presenters::Candidates.new(page, params['view']).to_h
        end

        # Points and lines of all views of a sheet that a leader can point at.
        app.get '/drawings/:slug/snaps' do
          json Presenters::SnapPoints.new(Records::Drawing.at(params['slug']), nil, params['sheet']).to_h
        end

        # Points and lines of a view that a dimension can be measured from.
        app.get '/drawings/:slug/views/:view/snaps' do
          json Presenters::SnapPoints.new(Records::Drawing.at(params['slug']), params['view']).to_h
        end

        # An annotation adrift as it would be, tied to another model dimension.
        app.get '/drawings/:slug/dimensions/:id/preview' do
          shown = Presenters::DrawingPage.new(Records::Drawing.at(params['slug']), params['sheet'], nil)
          json svg: shown.preview(params['id'], params['to'].to_s)
        end

        # What else would move if a size were kept as it is typed.
        app.get '/drawings/:slug/dimensions/:id/effects' do
          json Presenters::Effects.new(Records::Drawing.at(params['slug']), params['id'], typed_sizes).to_h
        end

        # Begins with the part and the sheet's lines as they would be then, while the person still types.
        app.get '/drawings/:slug/dimensions/:id/ahead' do
          drawing = Records::Drawing.at(params['slug'])
          draw_ahead(drawing, params['sheet'], Presenters::Effects.new(drawing, params['id'], typed_sizes))
          json version: drawing.version
        end

        # A behind view as it was and as it is, to lay over the sheet.
        app.get '/drawings/:slug/views/:view/before-after' do
          json Presenters::BeforeAfter.new(Records::Drawing.at(params['slug']), params['view']).to_h
        end
      end

      def self.changes(app)
        app.post '/drawings/:slug/update' do
          drawing = Records::Drawing.at(params['slug'])
          data = body_json
          # (The views of a variant are those of its series.)
          stored = drawing.drawing
          Actions::EditDrawing.call(stored, base: nil, author: who) do
            stored.staleness.update(data['views'], drop: data['drop'] == true)
          end
          state_of(Presenters::DrawingPage.new(drawing, data['sheet'], data['select']), told: drawing.undoable.label)
        end

        app.post '/drawings/:slug/dimensions/:id/value' do
          drawing = Records::Drawing.at(params['slug'])
          data = body_json
          revision =
            Actions::ChangeSize.call(
              drawing,
              params['id'],
              data.slice('value', 'tolerance', 'sizes', 'fits'),
              on: data['on'],
              author: who,
              sheet: (data['sheet'] if soon_drawn?(drawing, data['sheet']))
            )
          draw_lines(drawing, data['sheet'])
          state_of(
            Presenters::DrawingPage.new(drawing, data['sheet'], "dimension/#{params['id']}"),
            told: "Revision #{revision.number} of #{revision.model.name} kept; the drawing shows it."
          )
        end

        # To another template, or up to the latest revision of its own.
        app.post '/drawings/:slug/template' do
          drawing = Records::Drawing.at(params['slug'])
          data = body_json
          Actions::MoveToTemplate.call(drawing, data['template'].to_s, author: who)
          state_of(
            Presenters::DrawingPage.new(drawing, sheet_still_there(drawing, data['sheet']), data['select']),
            told: drawing.undoable.label
          )
        end

        app.post '/drawings/:slug/as-template' do
          template =
            Actions::SaveTemplate.from_drawing(
              Records::Drawing.at(params['slug']),
              params['title'],
              annotations: params['annotations'] == 'on'
            )
          redirect "/templates/#{template.slug}"
        end
      end
    end
  end
end
