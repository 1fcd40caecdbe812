# frozen_string_literal: true

module App
  module Routes
    # The flat state of a sheet-metal part: its blank, its bends, and files of it.
    module Flats
      def self.registered(app)
        app.get '/models/:slug/flat' do
          shown = Presenters::FlatPage.new(Records::Model.at(params['slug']), params['variant'])
          page(:flat, title: "#{shown.name} laid flat", current: :models, shown: shown)
        end

        app.get '/models/:slug/flat.svg' do
          shown = Presenters::FlatPage.new(Records::Model.at(params['slug']), params['variant'])
          picture_policy
          attachment("#{shown.stem}-flat.svg") if params['as'] == 'file'
          content_type 'image/svg+xml'
          shown.svg
        end

        app.get '/models/:slug/flat.step' do
          shown = Presenters::FlatPage.new(Records::Model.at(params['slug']), params['variant'])
          content_type 'model/step'
          headers 'Content-Disposition' => %(attachment; filename="#{shown.stem}-flat.step")
          shown.step
        end
      end
    end
  end
end
