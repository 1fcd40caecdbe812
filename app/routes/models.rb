# frozen_string_literal: true

module App
  module Routes
    # Models: list, one model with its chapters, trying and keeping changes.
    module Models
      def self.registered(app)
        shelf(app)
        one(app)
        pictures(app)
        files(app)
        trying(app)
      end

      def self.shelf(app)
        app.get('/models') { models_page }

        app.post '/models' do
          next redirect(take_in(params['file'], nil, params['note'])) if params['file'].is_a?(Hash)

          redirect place_of(Actions::TakeIn.added(Received::Recipe.new(params['text'].to_s), author: who))
        rescue Nockplane::Modelling::RecipeFault => e
          status 422
          models_page(text: params['file'].is_a?(Hash) ? '' : params['text'].to_s, fault: e)
        end

        app.post '/models/:slug/import' do
          raise Refused, 'Choose a STEP file first.' unless params['file'].is_a?(Hash)

          redirect take_in(params['file'], Records::Model.at(params['slug']), params['note'])
        end
      end

      def self.one(app)
        app.get '/models/:slug' do
          shown = Presenters::ModelPage.new(Records::Model.at(params['slug']), params['revision'])
          next page(:model_broken, title: shown.name, current: :models, shown: shown) unless shown.built

          page(:model, title: shown.name, current: :models, shown: shown)
        end

        # A direction of sight kept with the model.
        app.post '/models/:slug/looks' do
          model = Records::Model.at(params['slug'])
          data = body_json
          Actions::KeepLook.call(model, data['name'], *[data['direction'], data['up']].map { |v| vector(v) })
          json told:
                 "#{model.name} keeps this direction as " \
                   "“#{data['name']}”#{' and new drawings begin with it' if data['name'] == Records::Model::FRONT}.",
               part: part(:_looks, shown: Presenters::ModelPage.new(model, nil))
        end

        app.post '/models/:slug/looks/forget' do
          model = Records::Model.at(params['slug'])
          Actions::KeepLook.forget(model, params['name'].to_s)
          redirect "/models/#{model.slug}#looks"
        end

        # An earlier revision becomes the latest again.
        app.post '/models/:slug/back' do
          model = Records::Model.at(params['slug'])
          revision = Actions::BringBack.call(model, params['revision'].to_i, author: who)
          back = params['revision'].to_i
          tell "#{model.name} is now as revision #{back} was; that is its revision #{revision.number}."
          redirect "/models/#{model.slug}"
        end

        app.get '/models/:slug/compare' do
          model = Records::Model.at(params['slug'])
          to = params['to'] ? model.revision(params['to'].to_i) : model.latest
          from = model.revision(params['from'] ? params['from'].to_i : [to.number - 1, 1].max)
          page(
            :compare,
            title: "#{model.name} #{from.number} → #{to.number}",
            current: :models,
            shown: Presenters::Comparison.new(model, from, to)
          )
        end
      end

      def self.pictures(app)
        app.get '/models/:slug/solid.glb' do
          model = Records::Model.at(params['slug'])
          revision = params['revision'] ? model.revision(params['revision'].to_i) : model.latest
          etag Digest::SHA256.hexdigest("#{Nockplane::KERNEL_VERSION}#{explosion}#{revision.recipe}")
          send_made(Workshop.glb(revision.recipe, explosion: explosion), 'model/gltf-binary')
        end

        # The part in one direction, small: to choose a view by.
        app.get '/models/:slug/looks/:name.svg' do
          model = Records::Model.at(params['slug'])
          name = params['name'].tr('-', ' ')
          unless Nockplane::Projection::ViewFrame.named?(name)
            raise Refused.new("There is no direction '#{name}'.", status: 404)
          end

          picture_policy
          LookPicture.svg(model, model.frame(name)).tap { |svg| etag Digest::SHA256.hexdigest(svg)[0, 16] }
        end

        app.get('/models/:slug/pulse') { json pulse: Pulse.of_model(Records::Model.at(params['slug'])) }

        # Exact volume takes a finer mesh: the page asks for it when it is shown, and again until a worker has it.
        app.get '/models/:slug/mass' do
          model = Records::Model.at(params['slug'])
          text = (params['revision'] ? model.revision(params['revision'].to_i) : model.latest).recipe
          if Queue.left_to_worker?("mass-#{Digest::SHA256.hexdigest(text)[0, 20]}", Jobs::MassJob.new(text)) {
               Workshop.source.weighed?(text)
             }
            next json(waiting: true)
          end

          mass = Workshop.source.mass(text)
          weight = Workshop.source.weight(text)
          json words: [
            "#{number((mass.volume / 1000).round(3))} cm³",
            "surface #{number((mass.area / 100).round(2))} cm²",
            *(weight && "#{number(weight.round(4))} kg")
          ].join(', ')
        end

        # A chain of sizes between two faces.
        app.get '/models/:slug/chain' do
          model = Records::Model.at(params['slug'])
          text = (params['revision'] ? model.revision(params['revision'].to_i) : model.latest).recipe
          general = Presenters::ChainShown::CLASSES.key?(params['class']) ? params['class'] : nil
          wanted = %w[least greatest].map { |key| params[key].to_s.strip.empty? ? nil : millimetres(params[key]) }
          faces = %w[from to].map { |key| params[key].to_s.strip }
          raise Refused, 'Name two faces.' if faces.any?(&:empty?)

          json part: part(:_chain, chain: Apart.run('The chain', :chain, text, *faces, general, wanted))
        end

        # Which faces the model's own sizes pin down; asked again until a worker has it.
        app.get '/models/:slug/coverage' do
          model = Records::Model.at(params['slug'])
          revision = params['revision'] ? model.revision(params['revision'].to_i) : model.latest
          text = revision.recipe
          key = "coverage-#{Digest::SHA256.hexdigest(text)[0, 20]}"
          known = -> { Nockplane::Linking::Coverage.known?(Workshop.source, text) }
          next json(waiting: true) if Queue.left_to_worker?(key, Jobs::CoverageJob.new(text), &known)

          subject = Nockplane::Products::Subject.new(model.id, revision.number)
          shown = Presenters::CoverageShown.new(text, Nockplane::Linking::FaceWords.in(Workshop.source, subject))
          json states: shown.states, part: part(:_coverage, shown: shown)
        end

        app.get '/trials/:digest.glb' do
          text = Workshop.trial_text(params['digest']) or
            raise Refused.new('This preview is no longer kept; make it again.', status: 404)
          send_made(Workshop.glb(text, explosion: explosion), 'model/gltf-binary')
        end
      end

      def self.files(app)
        Exporting::KINDS.each do |kind, type|
          app.get "/models/:slug/export.#{kind}" do
            model = Records::Model.at(params['slug'])
            revision = params['revision'] ? model.revision(params['revision'].to_i) : model.latest
            name = "#{model.number || model.slug}-#{revision.number}.#{kind}".gsub(/[^\w.-]+/, '-')
            path = Workshop.export(revision.recipe, kind, name, Exporting.stamp(revision.created_at))
            send_made(path, type, name)
          end
        end
      end

      def self.trying(app)
        app.post '/models/:slug/try' do
          model = Records::Model.at(params['slug'])
          asked = body_json
          found = Apart.run('The part', :trial, model.id, asked)
          next json(found[:trial].merge(arrangement: arrangement_part(found[:trial][:text], asked))) if found[:trial]

          answer(422, found[:message], faults: found[:faults], partial: found[:partial])
        end

        # Recipe text typed where no revision can be built any more.
        app.post '/models/:slug/text' do
          model = Records::Model.at(params['slug'])
          revision =
            Actions::ReviseModel.call(
              model,
              params['text'].to_s,
              note: 'mended',
              base: params['base'].to_i,
              author: who
            )
          tell "Revision #{revision.number} is kept."
          redirect "/models/#{model.slug}"
        end

        app.post '/models/:slug/revisions' do
          model = Records::Model.at(params['slug'])
          data = body_json
          text = Presenters::Trial.new(model, data).text
          revision = Actions::ReviseModel.call(model, text, note: data['note'], base: data['base']&.to_i, author: who)
          json revision: revision.number, href: "/models/#{model.slug}"
        end
      end
    end
  end
end
