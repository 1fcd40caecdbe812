# frozen_string_literal: true

module App
  module Presenters
    # Tolerance frames and textures out of the fields of their forms (_frame_fields.erb, _texture_fields.erb).
    class FrameFields
      DATUMS = %w[datum1 datum2 datum3].freeze
      NUMBER = /\A\d{1,4}(\.\d{1,4})?\z/

      # Tolerancing::Frame; nil where there is no characteristic or no number. unit: mm of a number. Raises Refused.
      def self.frame(data, unit: 1.0) = new(data, unit).frame

      # Tolerancing::Texture
      def self.texture(data) = new(data, 1.0).texture

      def initialize(data, unit)
        @data = data
        @unit = unit
      end

      def frame
        kind = Nockplane::Tolerancing::Characteristic.find(text('key'))
        number = text('value').tr(',', '.')
        return nil unless kind && number.match?(NUMBER)

        found = Nockplane::Tolerancing::Frame.new(kind.key, zone, number.to_f * @unit, marks, datums)
        text('lower').empty? ? found : found.with_lower(lower(kind))
      end

      def texture
        lay = text('lay').empty? ? nil : text('lay')
        value = text('texture').tr(',', '.').sub(/\A(R[a-z]+)\s*(?=\d)/, '\1 ')
        Nockplane::Tolerancing::Texture.new(text('form'), value, lay)
      end

      private

      def text(key) = @data[key].to_s.strip

      # The second row of a composite frame.
      def lower(kind)
        number = text('lower').tr(',', '.')
        raise Refused, "“#{text('lower')[0, 20]}” is no tolerance." unless number.match?(NUMBER)

        cells = text('lower_datums').upcase.split(/[\s,]+/)
        Nockplane::Tolerancing::Frame.new(kind.key, zone, number.to_f * @unit, [], datum_cells(cells))
      end

      def zone = %w[⌀ S⌀].include?(text('zone')) ? text('zone') : ''
      def marks = text('modifiers').split & Nockplane::Tolerancing::Frame::MODIFIERS

      # [[letters, modifier or nil], ...]
      def datums = datum_cells(DATUMS.map { |key| text(key).upcase })

      def datum_cells(texts)
        texts
          .reject(&:empty?)
          .map do |cell|
            found = Nockplane::Tolerancing::Frame::DATUM.match(cell.sub(/\s*([ⓂⓁ])\z/, ' \\1'))
            raise Refused, "“#{cell[0, 20]}” names no datum; write A, A-B or A Ⓜ." unless found

            found.captures
          end
      end
    end
  end
end
