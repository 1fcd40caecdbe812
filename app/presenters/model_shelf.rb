# frozen_string_literal: true

module App
  module Presenters
    # The list of models: all, or those whose number or name has some words; in stretches.
    class ModelShelf
      MOST = 100
      # A model as listed: number of its latest revision, what changed in it, when; how many drawings show it.
      Row = Struct.new(:model, :revision, :note, :kept_at, :drawings)

      attr_reader :words

      def initialize(words = nil, asked = [nil, 0])
        @words = words.to_s.strip[0, 80]
        @asked = asked
      end

      # Slice of the models found.
      def slice
        @slice ||=
          Slice.new(
            'models',
            Matching.of(Records::Model.order(:number, :name), @words, :number, :name).to_a,
            @asked,
            MOST,
            { q: @words.presence }
          )
      end

      # [Row] of those shown.
      def rows
        ids = slice.shown.map(&:id)
        latest = Records::Revision.where(model_id: ids).newest.pluck(:model_id, :number, :note, :created_at)
        latest = latest.to_h { |id, *rest| [id, rest] }
        shown = Records::Drawing.joins(:bindings).where(bindings: { model_id: ids })
        shown = shown.group('bindings.model_id').distinct.count(:id)
        slice.shown.map { |m| Row.new(m, *latest.fetch(m.id), shown.fetch(m.id, 0)) }
      end
    end
  end
end
