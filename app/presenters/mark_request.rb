# frozen_string_literal: true

module App
  module Presenters
    # Turns what is asked about tolerance frames and datums into an Edit: { "do": "frame", "what": "view/v", "points":
    # [[x, y]], "key": "position", "zone": "⌀", "value": "0,2", "modifiers": "Ⓜ", "datum1": "A", ... }, "datum", and
    # "remark" for one that stands.
    class MarkRequest
      DOES = %w[frame datum texture remark centre holes points origin].freeze
      DATUMS = %w[datum1 datum2 datum3].freeze

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

      # Tolerancing::Texture of the form.
      def texture
        lay = text('lay').empty? ? nil : text('lay')
        value = text('texture').tr(',', '.').sub(/\A(R[a-z]+)\s*(?=\d)/, '\1 ')
        Nockplane::Tolerancing::Texture.new(text('form'), value, lay)
      end

      def text(key) = @data[key].to_s.strip

      def pick = picks[0]
      def picks = Array(@data['points']).compact.map { |p| p.map { |c| @mm.call(c) } }

      # Tolerancing::Frame of the form; nil where there is no characteristic or no number.
      def frame
        kind = Nockplane::Tolerancing::Characteristic.find(text('key'))
        number = text('value').tr(',', '.')
        return nil unless kind && number.match?(/\A\d{1,4}(\.\d{1,4})?\z/)

        value = number.to_f * (@value.standard.inch? ? 25.4 : 1.0)
        found = Nockplane::Tolerancing::Frame.new(kind.key, zone, value, marks, datums)
        text('lower').empty? ? found : found.with_lower(lower(kind))
      end

      # The second row of a composite frame.
      def lower(kind)
        number = text('lower').tr(',', '.')
        raise Refused, "“#{text('lower')[0, 20]}” is no tolerance." unless number.match?(/\A\d{1,4}(\.\d{1,4})?\z/)

        value = number.to_f * (@value.standard.inch? ? 25.4 : 1.0)
        cells = text('lower_datums').upcase.split(/[\s,]+/)
        Nockplane::Tolerancing::Frame.new(kind.key, zone, value, [], datum_cells(cells))
      end

      def zone = %w[⌀ S⌀].include?(text('zone')) ? text('zone') : ''
      def marks = text('modifiers').split & Nockplane::Tolerancing::Frame::MODIFIERS

      # [[letters, modifier or nil], ...]
      def datums = datum_cells(DATUMS.map { |key| text(key).upcase })

      def datum_cells(texts)
        texts.reject(&:empty?).map do |cell|
          found = Nockplane::Tolerancing::Frame::DATUM.match(cell.sub(/\s*([ⓂⓁ])\z/, ' \\1'))
          raise Refused, "“#{cell[0, 20]}” names no datum; write A, A-B or A Ⓜ." unless found

          found.captures
        end
      end
    end
  end
end
