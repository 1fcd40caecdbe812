# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # A size tolerance: either deviations (upper, lower in mm or degrees) or a fit code such as H7; or none at all of a
    # theoretically exact dimension (TED, FCF-17), which tolerance frames go by.
    class Tolerance
      NUMBER = /[-+]?\d+(?:[.,]\d+)?/
      FIT = /\A([A-HJKMNP-VX-Za-hjkmnp-vx-z]{1,2})(\d{1,2})\z/

      attr_reader :upper, :lower, :fit

      EXACT = 'exact'

      # Reads "±0.1", "+0.2/-0.1", "0/-0.05", "+0.1/0", "H7" or "exact"; nil for an empty text. Raises
      # UnreadableTolerance.
      def self.parse(text)
        clean = text.strip.tr(',', '.').sub('−', '-')
        return nil if clean.empty?
        return new(exact: true) if clean == EXACT
        return new(fit: clean) if FIT.match?(clean) && Iso286.code?(clean)

        if (m = clean.match(%r{\A(?:±|\+-|\+/-)\s*(\d+(?:\.\d+)?)\z}))
          new(upper: m[1].to_f, lower: -m[1].to_f)
        elsif (m = clean.match(%r{\A(#{NUMBER})\s*/\s*(#{NUMBER})\z}))
          new(upper: m[1].to_f, lower: m[2].to_f)
        else
          raise UnreadableTolerance,
                "tolerance '#{text}' can't be read; write ±0.1, +0.2/-0.1, a fit such as H7, or exact"
        end
      end

      # Parts of the nominal size within which two bare numbers are limits of size, not deviations.
      NEAR = 0.2

      # As .parse, of a tolerance of a nominal size (mm): also its limits, "12.05/11.95". Raises UnreadableTolerance,
      # and Iso286::OutOfTables for a fit that its table does not give at that size.
      def self.read(text, nominal)
        clean = text.to_s.strip.tr(',', '.')
        limits = clean.match(%r{\A(\d+(?:\.\d+)?)\s*[/…]\s*(\d+(?:\.\d+)?)\z})
        if limits && nominal >= 1 && limits.captures.all? { |n| (n.to_f - nominal).abs <= NEAR * nominal }
          high, low = limits.captures.map(&:to_f).sort.reverse
          return new(upper: (high - nominal).round(6), lower: (low - nominal).round(6))
        end

        parse(clean).tap { |t| t&.deviations(nominal) }
      end

      def self.exact?(text) = text.to_s.strip == EXACT

      def initialize(upper: nil, lower: nil, fit: nil, exact: false)
        if upper && upper < lower
          raise UnreadableTolerance, "upper deviation #{upper} is below the lower one #{lower}; write the larger first"
        end

        @upper = upper
        @lower = lower
        @fit = fit&.dup&.freeze
        @exact = exact
        freeze
      end

      def fit? = !@fit.nil?
      def exact? = @exact
      def symmetric? = !fit? && !exact? && @upper == -@lower

      # [upper, lower] deviations in mm for a nominal size; fits by ISO 286; none of an exact one.
      def deviations(nominal)
        return 0.0, 0.0 if exact?

        fit? ? Iso286.deviations(@fit, nominal) : [@upper, @lower]
      end

      # Canonical text, readable by .parse.
      def to_s
        return @fit if fit?
        return EXACT if exact?
        return "±#{plain(@upper)}" if symmetric? && !@upper.zero?

        "#{signed(@upper)}/#{signed(@lower)}"
      end

      def ==(other) = other.is_a?(Tolerance) && to_s == other.to_s

      private

      def plain(value) = value == value.round ? value.to_i.to_s : value.round(6).to_s
      def signed(value) = value.zero? ? '0' : (value.positive? ? "+#{plain(value)}" : plain(value))
    end
  end
end
