# frozen_string_literal: true

module App
  module Routes
    # Templates: the shelf, new ones, publishing, files; and the named drafting standards beside them.
    module Templates
      def self.registered(app)
        shelf(app)
        one(app)
        standards(app)
      end

      def self.shelf(app)
        app.get('/templates') do
          page(:templates, title: 'Templates', current: :templates, shelf: Presenters::Shelf.new)
        end

        app.post '/templates' do
          size = params['size'].to_s
          template = Actions::SaveTemplate.blank(params['title'], { 'size' => size.empty? ? 'A3' : size })
          redirect "/templates/#{template.slug}"
        end

        app.post '/templates/import' do
          raise Refused, 'Choose a template file first.' unless params['file'].is_a?(Hash)

          text = params['file'][:tempfile].read(Nockplane::Formats::TemplateFile::MAX_BYTES + 1)
          redirect "/templates/#{Actions::SaveTemplate.from_file(text).slug}"
        end
      end

      def self.one(app)
        app.post '/templates/:slug/publish' do
          template = Records::Template.at(params['slug'])
          revision = Actions::PublishTemplate.call(template, params['note'], author: who)
          tell "Revision #{revision.number} of #{template.title} is published; new drawings are made from it."
          redirect "/templates/#{template.slug}?select=house/template"
        end

        app.post '/templates/:slug/copy' do
          template = Records::Template.at(params['slug'])
          title = params['title'].to_s.strip.empty? ? "#{template.title}, copy" : params['title']
          redirect "/templates/#{Actions::SaveTemplate.copy(template, title).slug}"
        end

        %w[remove restore].each do |way|
          app.post "/templates/:slug/#{way}" do
            template = Records::Template.at(params['slug'])
            tell "Template #{template.title} is #{Actions::ShelveTemplate.call(template, way)}."
            redirect '/templates'
          end
        end

        app.get '/templates/:slug/file.json' do
          template = Records::Template.at(params['slug'])
          content_type 'application/json'
          attachment "#{template.slug}.template.json"
          Nockplane::Formats::TemplateFile.write(Nockplane::Drawings::Template.new(template.slug, template.value))
        end
      end

      def self.standards(app)
        app.get '/standards/:slug/file.json' do
          standard = Records::Standard.at(params['slug'])
          content_type 'application/json'
          attachment "#{standard.slug}.standard.json"
          Nockplane::Formats::TemplateFile.write_standard(standard.value)
        end

        app.post '/standards/import' do
          raise Refused, 'Choose a file with a drafting standard first.' unless params['file'].is_a?(Hash)

          read = Nockplane::Formats::TemplateFile.read_standard(params['file'][:tempfile].read(200_001))
          standard = Actions::KeepStandard.call(read)
          tell "Standard #{standard.name} is kept."
          redirect '/templates#standards'
        end

        # The values that a template or a drawing has now, kept under a name.
        app.post '/standards' do
          record =
            Sheets::HOMES
              .fetch(params['home'].to_s) { raise Refused, 'The standard comes from a drawing or a template.' }
              .at(params['of'].to_s)
          standard = Actions::KeepStandard.call(record.value.standard, name: params['name'].to_s)
          tell "Standard #{standard.name} is kept; it can be chosen in every drawing and template."
          redirect "/#{record.home}/#{record.slug}?select=house/standard"
        end

        app.post '/standards/:slug/remove' do
          standard = Records::Standard.at(params['slug'])
          Actions::KeepStandard.remove(standard)
          tell "Standard #{standard.name} is off the shelf; drawings keep its values."
          redirect '/templates#standards'
        end
      end
    end
  end
end
