# frozen_string_literal: true

module App
  module Routes
    # Names, numbers and properties of models; the bin.
    module Upkeep
      def self.registered(app)
        properties(app)
        bin(app)
      end

      def self.properties(app)
        app.post '/models/:slug/properties' do
          model = Records::Model.at(params['slug'])
          given = params['properties'].is_a?(Hash) ? params['properties'].transform_values(&:to_s) : {}
          given[params['new_name'].to_s.strip] = params['new_value'].to_s unless params['new_name'].to_s.strip.empty?
          known = Workshop.source.model_of(model.latest.recipe).properties
          changed = given.reject { |k, v| v.strip == known[k].to_s }
          revision =
            Actions::Retitle.call(
              model,
              name: params['name'],
              number: params['number'],
              properties: changed,
              author: who
            )
          tell "Kept as revision #{revision.number}: #{revision.note}."
          redirect "/models/#{model.slug}#properties"
        end
      end

      def self.bin(app)
        app.get '/bin' do
          page(
            :bin,
            title: 'Bin',
            current: nil,
            models: Records::Model.unscoped.where.not(removed_at: nil).order(removed_at: :desc).to_a,
            drawings:
              Records::Drawing.unscoped.where(kind: 'drawing').where.not(removed_at: nil).order(removed_at: :desc).to_a
          )
        end

        {
          'models' => [:model, Records::Model],
          'drawings' => [:drawing, Records::Drawing]
        }.each do |home, (way, records)|
          app.post "/#{home}/:slug/remove" do
            thing = records.at(params['slug'])
            Actions::ThrowAway.public_send(way, thing)
            name = way == :model ? thing.name : "Drawing #{thing.number}"
            tell "#{name} is in the bin for #{Actions::ThrowAway::KEPT} days."
            redirect '/bin'
          end
        end

        {
          'models' => [:restore_model, Records::Model],
          'drawings' => [:restore_drawing, Records::Drawing]
        }.each do |home, (way, records)|
          app.post "/bin/#{home}/:id/restore" do
            thing = records.unscoped.where.not(removed_at: nil).find_by(id: params['id'].to_i) or
              raise Refused.new('That is no longer in the bin.', status: 404)
            Actions::ThrowAway.public_send(way, thing)
            tell "#{thing.is_a?(Records::Model) ? thing.name : thing.number} is back."
            redirect "/#{home}/#{thing.slug}"
          end
        end
      end
    end
  end
end
