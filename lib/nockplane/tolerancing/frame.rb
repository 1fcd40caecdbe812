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

      # Between the rows of a composite frame.
      ROWS = '//'

      # lower: the Frame of the second row of a composite one, nil of a single one.
      attr_reader :key, :zone, :value, :modifiers, :datums, :lower

      # Of cells with | between, "⌖|⌀0.2 Ⓜ|A|B", of a composite one with // between its rows; nil of what is no frame.
      def self.parse(text)
        upper, lower, *more = text.to_s.split(ROWS)
        return nil if more.any?

        found = row(upper)
        return found unless lower && found

        row(lower)&.then { |l| found.with_lower(l) }
      end

      def self.row(text)
        head, size, *rest = text.to_s.split('|').map(&:strip)
        kind = Characteristic.find(head)
        m = CELL.match(size.to_s)
        datums = rest.map { |cell| DATUM.match(cell)&.captures }
        return nil unless kind && m && datums.all?

        new(kind.key, m[1].to_s, m[2].tr(',', '.').to_f, m[3].split, datums)
      end

      private_class_method :row

      def initialize(key, zone, value, modifiers = [], datums = [], lower = nil)
        @key = key
        @zone = zone.to_s
        @value = value
        @modifiers = modifiers
        @datums = datums
        @lower = lower
        Ractor.make_shareable(self)
      end

      # The same as the upper row of a composite frame.
      def with_lower(lower) = Frame.new(@key, @zone, @value, @modifiers, @datums, lower)
      def characteristic = Characteristic::ALL.fetch(@key)
      def material = @modifiers.find { |m| MATERIAL.include?(m) }
      # Letters of single datums, in order.
      def letters = @datums.flat_map { |text, _| text.split('-') }

      # "⌖|⌀0.2 Ⓜ|A|B"
      def to_s
        number = format('%.6f', @value).sub(/\.?0+\z/, '')
        cells = @datums.map { |text, modifier| [text, modifier].compact.join(' ') }
        row = [characteristic.symbol, ["#{@zone}#{number}", *@modifiers].join(' '), *cells].join('|')
        [row, @lower&.to_s].compact.join(ROWS)
      end

      # The next letter that none of those used is.
      def self.next_letter(used) = (LETTERS + LETTERS.map { |l| l * 2 }).find { |l| !used.include?(l) }
    end
  end
end
