# frozen_string_literal: true

module App
  module Presenters
    # Choosing drawings and what they are to be pointed at, several at once.
    class RebindMany
      # Drawings and models that are offered at once.
      MOST = 200

      # The models, drawings of which are offered first, nil for all; what numbers and titles of drawings, and of what
      # they may be pointed at, have to have.
      attr_reader :model, :words, :to_words

      def initialize(params)
        @drawing = params['drawing'].to_s
        @model = Records::Model.find_by(slug: params['from'].to_s)
        @words, @to_words = params.values_at('q', 'to').map { |w| w.to_s.strip[0, 80] }
      end

      def drawings = found.order(:number).select(:id, :slug, :number, :title).limit(MOST)
      # How many more there are than are offered.
      def more_drawings = [found.count - MOST, 0].max

      def models = targets.first(MOST)
      def more_models = [targets.size - MOST, 0].max

      def targets =
        @targets ||= ModelsOffered.all.flat_map(&:last).select { |_, words| Matching.all?(@to_words, words) }

      def chosen?(drawing) = @drawing.empty? ? !@model.nil? : drawing.slug == @drawing
      def sources = Records::Model.joins(:bindings).distinct.order(:number, :name).select(:id, :slug, :number, :name)

      private

      def found
        all = @model ? Records::Drawing.where(id: @model.bindings.select(:drawing_id)) : Records::Drawing.all
        Matching.of(all, @words, :number, :title)
      end
    end
  end
end
