# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # A tolerance frame (feature control frame): characteristic key, zone ("", "⌀" or "S⌀"), value in mm, modifiers
    # behind it, datums [[letters, modifier or nil], ...] in order; letters may be a common datum, "A-B".
    class Frame
      MATERIAL = %w[Ⓜ Ⓛ].freeze
      MODIFIERS = %w[Ⓜ Ⓛ Ⓡ Ⓐ Ⓕ Ⓣ CZ].freeze
      # Capitals in alphabetical order that name datums (FCF-10).
      LETTERS = (('A'..'Z').to_a - %w[I O Q X]).freeze
      CELL = /\A(⌀|S⌀)?(\d{1,5}(?:[.,]\d{1,6})?)((?:\s(?:Ⓜ|Ⓛ|Ⓡ|Ⓐ|Ⓕ|Ⓣ|CZ))*)\z/
      DATUM = /\A([A-Z]{1,2}(?:-[A-Z]{1,2})*)(?:\s(Ⓜ|Ⓛ))?\z/

      attr_reader :key, :zone, :value, :modifiers, :datums

      # Of cells with | between, "⌖|⌀0.2 Ⓜ|A|B"; nil of what is no frame.
      def self.parse(text)
        head, size, *rest = text.to_s.split('|').map(&:strip)
        kind = Characteristic.find(head)
        m = CELL.match(size.to_s)
        datums = rest.map { |cell| DATUM.match(cell)&.captures }
        return nil unless kind && m && datums.all?

        new(kind.key, m[1].to_s, m[2].tr(',', '.').to_f, m[3].split, datums)
      end

      def initialize(key, zone, value, modifiers = [], datums = [])
        @key = key
        @zone = zone.to_s
        @value = value
        @modifiers = modifiers
        @datums = datums
        Ractor.make_shareable(self)
      end

      def characteristic = Characteristic::ALL.fetch(@key)
      def material = @modifiers.find { |m| MATERIAL.include?(m) }
      # Letters of single datums, in order.
      def letters = @datums.flat_map { |text, _| text.split('-') }

      # "⌖|⌀0.2 Ⓜ|A|B"
      def to_s
        number = format('%.6f', @value).sub(/\.?0+\z/, '')
        cells = @datums.map { |text, modifier| [text, modifier].compact.join(' ') }
        [characteristic.symbol, ["#{@zone}#{number}", *@modifiers].join(' '), *cells].join('|')
      end

      # The next letter that none of those used is.
      def self.next_letter(used) = (LETTERS + LETTERS.map { |l| l * 2 }).find { |l| !used.include?(l) }
    end
  end
end
