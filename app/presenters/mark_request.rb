# frozen_string_literal: true

module App
  module Presenters
    # Turns what is asked about tolerance frames and datums into an Edit: { "do": "frame", "what": "view/v", "points":
    # [[x, y]], "key": "position", "zone": "⌀", "value": "0,2", "modifiers": "Ⓜ", "datum1": "A", ... }, "datum", and
    # "remark" for one that stands.
    class MarkRequest
      DOES = %w[frame datum texture remark centre holes points origin].freeze

      def self.does?(name) = DOES.include?(name)

      def initialize(value, source, data, millimetres)
        @value = value
        @source = source
        @data = data
        @mm = millimetres
      end

      # An Edit or a Refusal.
      def edit
        marking = Nockplane::Linking::Marking.new(@value, @source)
        id = @data['what'].to_s.split('/')[1]
        case @data['do']
        when 'frame'
          marking.frame(id, pick, frame)
        when 'datum'
          marking.datum(id, pick, text('letter').upcase)
        when 'holes'
          tables.holes(id, pick)
        when 'points'
          tables.points(id, picks)
        when 'origin'
          tables.origin(id, pick)
        when 'centre'
          Nockplane::Linking::Centring.new(@value, @source).set(id, text('form'), picks)
        when 'texture'
          marking.texture(id, pick, texture)
        else
          marking.reword(id, given)
        end
      end

      private

      def tables = Nockplane::Drawings::Tables::Making.new(@value, @source)

      # What a form of one that stands says.
      def given
        return text('letter').upcase if @data.key?('letter')

        @data.key?('texture') ? texture : frame
      end

      def texture = FrameFields.texture(@data)
      def text(key) = @data[key].to_s.strip

      def pick = picks[0]
      def picks = Array(@data['points']).compact.map { |p| p.map { |c| @mm.call(c) } }

      def frame = FrameFields.frame(@data, unit: @value.standard.inch? ? 25.4 : 1.0)
    end
  end
end
