# frozen_string_literal: true

module Nockplane
  module Drafting
    # Words of a size on a drawing: nominal value, symbol, count and tolerance (DIM-12, DIM-50 to 55, ISO 129-1).
    class SizeText
      # main: text at full height; upper, lower: deviations stacked behind it, or nil.
      Words = Struct.new(:main, :upper, :lower) do
        def to_s = upper ? "#{main} #{upper}/#{lower}" : main
      end

      SYMBOLS = { diameter: '⌀', turned_diameter: '⌀', pitch_circle: '⌀', radius: 'R', tube_radius: 'R' }.freeze

      def initialize(standard)
        @standard = standard
      end

      # kind and the rest as in Modelling::ModelDimension; tolerance: text or nil.
      def words(kind:, value:, tolerance: nil, count: 1, prefix: nil)
        main = +''
        main << "#{count}#{@standard.times} " if count && count > 1
        return Words.new(prefix.tr('|.', " #{@standard.decimal}")) if %i[tolerance_frame datum].include?(kind)

        main << (prefix || "#{SYMBOLS[kind]}#{number(value)}")
        main << '°' if kind == :angle
        main << " #{@standard.times} 45°" if kind == :chamfer
        with_tolerance(main, tolerance, kind == :angle ? '°' : '')
      end

      # Decimal sign of the standard, no trailing zeros, at most four decimals.
      def number(value, decimals = nil)
        text = decimals ? format("%.#{decimals}f", value) : format('%.4f', value).sub(/\.?0+\z/, '')
        text = text.sub(/\A-(?=0(\.0*)?\z)/, '')
        text.sub('.', @standard.decimal)
      end

      private

      def with_tolerance(main, text, unit)
        tolerance = text && Tolerancing::Tolerance.parse(text)
        return Words.new(main) unless tolerance
        return Words.new("#{main} #{tolerance.fit}") if tolerance.fit?
        return Words.new("#{main} ±#{number(tolerance.upper)}#{unit}") if tolerance.symmetric?

        Words.new(main, *deviations(tolerance.upper, tolerance.lower, unit))
      end

      # DIM-51: equal count of decimals, a zero deviation is a plain 0.
      def deviations(upper, lower, unit)
        places = [upper, lower].map { |v| v.zero? ? 0 : format('%.4f', v)[/\.(\d*?)0*\z/, 1].length }.max
        [upper, lower].map { |v| v.zero? ? "0#{unit}" : "#{'+' if v.positive?}#{number(v, places)}#{unit}" }
      end
    end
  end
end
