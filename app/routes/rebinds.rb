# frozen_string_literal: true

module App
  module Routes
    # Pointing drawings at other models: seen first, then written.
    module Rebinds
      def self.registered(app)
        one(app)
        many(app)
      end

      def self.one(app)
        app.get '/drawings/:slug/rebind' do
          record = Records::Drawing.at(params['slug'])
          rebinding = params['model'].to_s.empty? ? nil : Rebinding.of(record, rebind_wish)
          if rebinding && !rebinding.ready?
            label = "#{record.number}, pointed at #{rebinding.target}"
            run =
              Queue.start('rebind preview', label, total: 1) do |r|
                Jobs::RebindPreviewJob.new(r.id, record.slug, rebinding.wish, request.fullpath)
              end
            redirect "/runs/#{run.id}"
          end
          page(
            :rebind,
            title: "#{record.number}, another model",
            current: :board,
            shown: Presenters::RebindPage.new(record, rebinding, params['binding'])
          )
        end

        # A sheet as it would be.
        app.get '/drawings/:slug/rebound/:sheet.svg' do
          record = Records::Drawing.at(params['slug'])
          shown = Presenters::RebindPage.new(record, Rebinding.of(record, rebind_wish))
          raise Refused.new('There is no such sheet.', status: 404) unless shown.outcome.drawing.sheet(params['sheet'])

          picture_policy
          shown.svg(params['sheet'])
        end

        app.post '/drawings/:slug/rebind' do
          record = Records::Drawing.at(params['slug'])
          rebinding = Rebinding.of(record, rebind_wish)
          into = params['into'] == 'this'
          Numbers.checked(params['number'], Records::Drawing) unless into
          line = rebind_line(rebinding, into: into, title: params['title'], number: params['number'])
          redirect "/runs/#{rebind_run([line]).id}"
        end
      end

      def self.many(app)
        # One drawing pointed at many models or variants, or many drawings of one model at another.
        app.get '/rebind' do
          page(
            :rebind_many,
            title: 'Point drawings at other models',
            current: :board,
            shown: Presenters::RebindMany.new(params)
          )
        end

        app.post '/rebind' do
          chosen = Array(params['drawings']).map { |s| Records::Drawing.at(s.to_s) }
          targets = Array(params['models']).map(&:to_s)
          raise Refused, 'Choose at least one drawing.' if chosen.empty?
          raise Refused, 'Choose what they are to be pointed at.' if targets.empty?
          raise Refused, 'A run makes at most 500 drawings.' if chosen.size * targets.size > 500
          if params['into'] == 'this' && targets.size > 1
            raise Refused, 'A drawing itself can be pointed at one model only; make new drawings for several.'
          end

          lines =
            chosen
              .product(targets)
              .map do |drawing, target|
                rebind_line(Rebinding.of(drawing, rebind_wish.merge('model' => target)), into: params['into'] == 'this')
              end
          redirect "/runs/#{rebind_run(lines).id}"
        end
      end
    end
  end
end
