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
        app.get('/templates') { page(:templates, title: 'Templates', current: :templates, shelf: Presenters::Shelf.new) }

        app.post '/templates' do
          redirect "/templates/#{Actions::SaveTemplate.blank(params['title'], { 'size' => params['size'].to_s.empty? ? 'A3' : params['size'].to_s }).slug}"
        end

        app.post '/templates/import' do
          raise Refused, 'Choose a template file first.' unless params['file'].is_a?(Hash)

          redirect "/templates/#{Actions::SaveTemplate.from_file(params['file'][:tempfile].read(Nockplane::Formats::TemplateFile::MAX_BYTES + 1)).slug}"
        end
      end

      def self.one(app)
        app.post '/templates/:slug/publish' do
          template = Records::Template.at(params['slug'])
          raise Refused, 'Nothing is different from the latest revision.' unless template.unpublished?
          raise Refused, 'A template needs a berth, so that a model can be put in.' if template.value.berths.empty?

          note = params['note'].to_s.strip[0, 300]
          revision = template.publish(note.empty? ? 'published' : note, 'Drafting lead')
          session[:told] = "Revision #{revision.number} of #{template.title} is published; new drawings are made from it."
          redirect "/templates/#{template.slug}?select=house/template"
        end

        app.post '/templates/:slug/copy' do
          template = Records::Template.at(params['slug'])
          redirect "/templates/#{Actions::SaveTemplate.copy(template, params['title'].to_s.strip.empty? ? "#{template.title}, copy" : params['title']).slug}"
        end

        { 'remove' => -> { Time.now }, 'restore' => -> {} }.each do |way, at|
          app.post "/templates/:slug/#{way}" do
            template = Records::Template.at(params['slug'])
            template.update!(removed_at: at.call)
            session[:told] = "Template #{template.title} is #{way == 'remove' ? 'off the shelf; drawings made from it stay and say so' : 'on the shelf again'}."
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

          standard = Records::Standard.keep(Nockplane::Formats::TemplateFile.read_standard(params['file'][:tempfile].read(200_001)))
          session[:told] = "Standard #{standard.name} is kept."
          redirect '/templates#standards'
        end

        # The values that a template or a drawing has now, kept under a name.
        app.post '/standards' do
          record = Sheets::HOMES.fetch(params['home'].to_s) { raise Refused, 'The standard comes from a drawing or a template.' }.at(params['of'].to_s)
          name = params['name'].to_s.strip
          raise Refused, 'A standard needs a name of at most 60 letters.' unless name.length.between?(1, 60)

          standard = Records::Standard.keep(record.value.standard.with('name' => name))
          session[:told] = "Standard #{standard.name} is kept; it can be chosen in every drawing and template."
          redirect "/#{record.home}/#{record.slug}?select=house/standard"
        end

        app.post '/standards/:slug/remove' do
          standard = Records::Standard.at(params['slug'])
          standard.destroy!
          session[:told] = "Standard #{standard.name} is off the shelf; drawings keep its values."
          redirect '/templates#standards'
        end
      end
    end
  end
end
