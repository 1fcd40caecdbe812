# frozen_string_literal: true

module App
  module Routes
    # Families: the table of variants of a model, and its variants one by one.
    module Families
      def self.registered(app)
        table(app)
        gathering(app)
        files(app)
        variants(app)
      end

      def self.table(app)
        app.get '/models/:slug/family' do
          shown = Presenters::FamilyPage.new(Records::Model.at(params['slug']))
          page(:family, title: "#{shown.record.name}: variants", current: :models, shown: shown)
        end

        # Whether each variant can be built.
        app.get('/models/:slug/family/state') do
          json Presenters::FamilyPage.new(Records::Model.at(params['slug'])).state
        end

        app.post '/models/:slug/family' do
          model = Records::Model.at(params['slug'])
          data = body_json
          revision =
            Actions::KeepVariants.call(
              model,
              texts(data['headers']),
              Array(data['rows']).map { |row| texts(row) },
              note: data['note'],
              base: data['base']&.to_i,
              author: who
            )
          json told: "Revision #{revision.number} of #{model.name} is kept; its variants are being built.",
               data: Presenters::FamilyPage.new(model.reload).script_data
        end
      end

      def self.gathering(app)
        app.get '/models/:slug/gather' do
          shown = Presenters::GatherPage.new(Records::Model.at(params['slug']))
          page(:gather, title: 'Gather what is alike', current: :models, shown: shown)
        end

        app.post '/models/:slug/gather' do
          model = Records::Model.at(params['slug'])
          others = Array(params['models']).map { |s| Records::Model.at(s.to_s) }
          revision = Actions::Gather.call(model, others, name: params['name'], author: who)
          tell "#{plural(others.size, 'model')} gathered with #{model.name}."
          redirect revision ? "/models/#{model.slug}/family" : "/models/#{model.slug}"
        end
      end

      def self.files(app)
        app.get '/models/:slug/family.csv' do
          model = Records::Model.at(params['slug'])
          content_type 'text/csv', charset: 'utf-8'
          attachment "#{model.number || model.slug}-variants.csv"
          Presenters::FamilyPage.new(model).csv
        end

        # A table from a file, to be looked at before it is kept.
        app.post '/models/:slug/family/csv' do
          model = Records::Model.at(params['slug'])
          raise Refused, 'Choose a file first.' unless params['file'].is_a?(Hash)

          headers, rows = TableFile.read(params['file'][:tempfile].read(TableFile::MAX_BYTES + 1).to_s)
          shown = Presenters::FamilyPage.new(model)
          _, problems = shown.table.read(headers, rows)
          json headers: headers,
               rows: rows,
               kinds: shown.kinds(headers),
               defaults: headers.map { |h| shown.table.base(h) },
               problems: problems.map(&:to_a)
        end
      end

      def self.variants(app)
        # One variant beside the family's own model, or beside another one (?with=).
        app.get '/models/:slug/variants/:key' do
          shown = Presenters::VariantPage.new(Records::Model.at(params['slug']), params['key'], params['with'])
          page(:variant, title: "#{shown.name}", current: :models, shown: shown)
        end

        app.get '/models/:slug/variants/:key/solid.glb' do
          text = Presenters::VariantPage.new(Records::Model.at(params['slug']), params['key'], nil).text
          etag Digest::SHA256.hexdigest("#{Nockplane::KERNEL_VERSION}#{text}")
          send_made(Workshop.glb(text), 'model/gltf-binary')
        end

        Exporting::KINDS.each do |kind, type|
          app.get "/models/:slug/variants/:key/export.#{kind}" do
            shown = Presenters::VariantPage.new(Records::Model.at(params['slug']), params['key'], nil)
            name = "#{shown.number}-#{shown.revision.number}.#{kind}".gsub(/[^\w.-]+/, '-')
            time = Exporting.stamp(shown.revision.created_at)
            send_made(Workshop.export(shown.text, kind, name, time), type, name)
          end
        end
      end
    end
  end
end
