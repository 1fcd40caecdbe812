# frozen_string_literal: true

module App
  module Routes
    # Series drawings: one document for every variant of a family.
    module Series
      def self.registered(app)
        reading(app)
        changes(app)
      end

      def self.reading(app)
        # Every variant with where its drawing stands.
        app.get '/drawings/:slug/series' do
          shown = Presenters::SeriesPage.new(series_at(params['slug']))
          tag_page(shown.pulse)
          page(:series, title: "#{shown.record.number} for every variant", current: :board, shown: shown)
        end

        app.get('/drawings/:slug/series/pulse') do
          json pulse: Presenters::SeriesPage.new(series_at(params['slug'])).pulse
        end

        # The files that a run made.
        app.get '/runs/:id/file' do
          run = Records::Run.at(params['id'])
          path = SeriesPaper.path(run)
          raise Refused.new('There is no file of this run any more; make it again.', status: 404) unless path

          send_file path, filename: SeriesPaper.name(run), type: File.extname(path)
        end
      end

      def self.changes(app)
        # A drawing of a family becomes its series, or stops being one.
        app.post '/drawings/:slug/series' do
          drawing = Actions::MakeSeries.call(Records::Drawing.at(params['slug']), params['on'] != 'no', author: who)
          redirect drawing.value.meta.series ? "/drawings/#{drawing.slug}/series" : "/drawings/#{drawing.slug}"
        end

        # What a variant has of its own, taken back: of one thing (what), or all.
        app.post '/drawings/:slug/own/reset' do
          sheet = Records::Drawing.at(params['slug'])
          raise Refused, 'Choose a variant first.' unless sheet.variant

          Actions::ResetVariant.call(sheet, params['what'].to_s.empty? ? nil : params['what'].to_s, author: who)
          tell "#{sheet.variant} is as the series has it."
          redirect "/drawings/#{sheet.drawing.slug}?#{{ variant: sheet.variant }.to_query}"
        end

        # The variant as a drawing of its own.
        app.post '/drawings/:slug/split' do
          sheet = Records::Drawing.at(params['slug'])
          raise Refused, 'Choose a variant first.' unless sheet.variant

          made = Actions::SplitOff.call(sheet, number: params['number'], author: who)
          redirect "/drawings/#{made.slug}"
        end

        # Paper of chosen variants: one PDF, or a file each in a zip.
        app.post '/drawings/:slug/series/paper' do
          drawing = series_at(params['slug'])
          known = VariantSheet.series_of(drawing).variants
          chosen = Array(params['variants']).map(&:to_s) & known
          raise Refused, 'Choose at least one variant.' if chosen.empty?

          kind = params['as'] == 'zip' ? 'zip' : 'pdf'
          items = chosen.map { |v| { what: v, href: variant_href(drawing, v), state: 'waiting' } }
          run =
            Queue.start('paper', "#{drawing.number}: paper of #{plural(chosen.size, 'variant')}", items: items) do |r|
              Jobs::SeriesPaperJob.new(r.id, drawing.id, kind)
            end
          redirect "/runs/#{run.id}"
        end
      end
    end
  end
end
