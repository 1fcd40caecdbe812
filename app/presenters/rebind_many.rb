# frozen_string_literal: true

module App
  module Presenters
    # Choosing drawings and what they are to be pointed at, several at once.
    class RebindMany
      def initialize(params)
        @drawing = params['drawing'].to_s
        @model = Records::Model.find_by(slug: params['from'].to_s)
      end

      # The models, drawings of which are offered first; nil for all.
      attr_reader :model

      def drawings
        found = @model ? @model.drawings.distinct : Records::Drawing.all
        found.sort_by { |d| d.number.to_s }
      end

      def chosen?(drawing) = @drawing.empty? ? !@model.nil? : drawing.slug == @drawing
      def models = RebindPage.new(nil, nil).models
      def sources = Records::Model.joins(:bindings).distinct.order(:number, :name)
    end
  end
end
