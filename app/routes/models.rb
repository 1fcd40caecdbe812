# frozen_string_literal: true

module App
  module Routes
    # Models: list, one model with its chapters, trying and keeping changes.
    module Models
      def self.registered(app)
        app.get('/models') { page(:models, title: 'Models', current: :models, models: Records::Model.order(:number, :name).to_a, text: nil, fault: nil) }

        app.post '/models' do
          if params['file'].is_a?(Hash) && params['file'][:filename].to_s.match?(Intake::STEP)
            next redirect(import_file(params['file'], nil, params['note']))
          end

          text = params['file'].is_a?(Hash) ? params['file'][:tempfile].read(300_000) : params['text'].to_s
          model = Actions::AddModel.call(text)
          model.update!(source_file: params['file'][:filename].to_s.sub(Intake::RECIPE, '').downcase[0, 80]) if params['file'].is_a?(Hash)
          redirect "/models/#{model.slug}"
        rescue Nockplane::Modelling::RecipeFault => e
          status 422
          page(:models, title: 'Models', current: :models, models: Records::Model.order(:number, :name).to_a, text: text, fault: e)
        end

        app.post '/models/:slug/import' do
          raise Refused, 'Choose a STEP file first.' unless params['file'].is_a?(Hash)

          redirect import_file(params['file'], Records::Model.at(params['slug']), params['note'])
        end

        app.get '/models/:slug' do
          shown = Presenters::ModelPage.new(Records::Model.at(params['slug']), params['revision'])
          page(:model, title: shown.name, current: :models, shown: shown)
        end

        app.get '/models/:slug/solid.glb' do
          model = Records::Model.at(params['slug'])
          revision = params['revision'] ? model.revision(params['revision'].to_i) : model.latest
          cache_control :private, max_age: 3600
          exploded = params['exploded'] == '1'
          etag Digest::SHA256.hexdigest("#{Nockplane::KERNEL_VERSION}#{exploded}#{revision.recipe}")
          content_type 'model/gltf-binary'
          Workshop.glb(revision.recipe, exploded: exploded)
        end

        app.get '/models/:slug/compare' do
          model = Records::Model.at(params['slug'])
          to = params['to'] ? model.revision(params['to'].to_i) : model.latest
          from = model.revision(params['from'] ? params['from'].to_i : [to.number - 1, 1].max)
          page(:compare, title: "#{model.name} #{from.number} → #{to.number}", current: :models, shown: Presenters::Comparison.new(model, from, to))
        end

        Commands::Export::KINDS.each do |kind, type|
          app.get "/models/:slug/export.#{kind}" do
            model = Records::Model.at(params['slug'])
            revision = params['revision'] ? model.revision(params['revision'].to_i) : model.latest
            name = "#{model.number || model.slug}-#{revision.number}.#{kind}".gsub(/[^\w.-]+/, '-')
            content_type type
            attachment name
            Commands::Export.bytes(revision.recipe, Workshop.source, kind, name: name, time: revision.created_at.utc.strftime('%Y-%m-%dT%H:%M:%S'))
          end
        end

        # Exact volume takes a finer mesh: the page asks for it when it is shown.
        app.get '/models/:slug/mass' do
          model = Records::Model.at(params['slug'])
          text = (params['revision'] ? model.revision(params['revision'].to_i) : model.latest).recipe
          mass = Workshop.source.mass(text)
          weight = Workshop.source.weight(text)
          json words: ["#{number((mass.volume / 1000).round(3))} cm³", "surface #{number((mass.area / 100).round(2))} cm²", *(weight && "#{number(weight.round(4))} kg")].join(', ')
        end

        app.get '/trials/:digest.glb' do
          text = Workshop.trials[params['digest']] or raise Refused.new('This preview is no longer kept; make it again.', status: 404)
          content_type 'model/gltf-binary'
          Workshop.glb(text)
        end

        app.post '/models/:slug/try' do
          model = Records::Model.at(params['slug'])
          trial = Presenters::Trial.new(model, body_json)
          begin
            json trial.to_h
          rescue Nockplane::Modelling::RecipeFault => e
            answer(422, e.message, faults: e.details, partial: trial.partial(e))
          end
        end

        app.post '/models/:slug/revisions' do
          model = Records::Model.at(params['slug'])
          data = body_json
          text = Presenters::Trial.new(model, data).text
          revision = Actions::ReviseModel.call(model, text, note: data['note'], base: data['base']&.to_i)
          json revision: revision.number, href: "/models/#{model.slug}"
        end
      end
    end
  end
end
