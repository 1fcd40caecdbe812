# frozen_string_literal: true

module Nockplane
  module Drafting
    # Words of a size on a drawing: nominal value, symbol, count and tolerance, in the units and manner of a standard
    # (DIM-12, DIM-50 to 55, 6.6; ISO 129-1, ASME Y14.5). Values come in mm or degrees.
    class SizeText
      # main: text at full height; upper, lower: deviations or limits stacked behind it, or nil; tail: text behind all;
      # underlined: does it stand for a value that is not to scale (DIM-13)? beside: Words that go on in the same line;
      # below: [Words] of further lines; boxed: does the size stand in a box (theoretically exact)?
      Words =
        Struct.new(:main, :upper, :lower, :tail, :underlined, :beside, :below, :boxed) do
          def to_s
            size = boxed ? "#{main} exact" : main
            own = [upper ? [size, "#{upper}/#{lower}"].reject(&:empty?).join(' ') : size, tail].compact.join(' ')
            [own, beside, *below].compact.join(' ')
          end
        end

      SYMBOLS = {
        diameter: '⌀',
        turned_diameter: '⌀',
        pitch_circle: '⌀',
        radius: 'R',
        tube_radius: 'R',
        ball_diameter: 'S⌀',
        ball_radius: 'SR',
        arc_length: '⌒'
      }.freeze
      INCH = 25.4

      def initialize(standard)
        @standard = standard
      end

      # kind and the rest as in Modelling::ModelDimension; tolerance: text or nil.
      def words(kind:, value:, tolerance: nil, count: 1, prefix: nil)
        if %i[tolerance_frame datum].include?(kind)
          several = kind == :tolerance_frame && count.to_i > 1 ? "#{count}#{@standard.times} " : ''
          return Words.new(several + prefix.gsub('//', ' over ').tr('|.', " #{@standard.decimal}"))
        end

        before = count && count > 1 ? "#{count}#{@standard.times} " : ''
        parsed = tolerance && Tolerancing::Tolerance.parse(tolerance)
        found = (parsed ? toleranced(kind, value, parsed) : self).with_tolerance(kind, value, prefix, parsed)
        found.main = before + found.main
        found.tail = second(kind, value, tolerance) if @standard.dual? && prefix.nil? && kind != :angle
        found
      end

      # Is a length written as a fraction where those are asked for? Only one that says just the same, to a tenth of the
      # last decimal that the drawing would have.
      def fraction?(value, tolerance = nil)
        @standard.fractions? && tolerance.nil? &&
          Fraction.exact?(value / INCH, @standard.denominator, 10.0**-(@standard.inch_precision + 1))
      end

      # A length in mm as the standard's first unit writes it; decimals: fixed number of decimals.
      def number(value, decimals = nil)
        return Fraction.words(value / INCH, @standard.denominator) if decimals.nil? && fraction?(value)
        return finish(format("%.#{decimals || @standard.inch_precision}f", value / INCH), decimals) if @standard.inch?

        finish(format("%.#{decimals || @standard.precision}f", value), decimals)
      end

      # Decimals of an angle that was chosen, and of one that came out of other sizes or was measured: one that is not a
      # round number of ten thousandths.
      CHOSEN = 4
      FOUND = 2

      # An angle in degrees.
      def angle(degrees, decimals = nil)
        return dms(degrees) if @standard.angles == 'dms'

        places = decimals || ((degrees - degrees.round(CHOSEN)).abs < 1e-9 ? CHOSEN : FOUND)
        "#{finish(format("%.#{places}f", degrees), decimals || :strip)}°"
      end

      protected

      # Words of a value with its parsed tolerance, or nil for none.
      def with_tolerance(kind, value, prefix, tolerance)
        main = nominal(kind, value, prefix)
        return Words.new(main) unless tolerance
        return Words.new(main).tap { |w| w.boxed = true } if tolerance.exact?

        manner = @standard.tolerances
        return fit(main, kind, value, tolerance, manner) if tolerance.fit? && !%w[deviations limits].include?(manner)
        return limits(kind, value, tolerance) if manner == 'limits' && prefix.nil?
        if tolerance.symmetric? && manner != 'deviations'
          return Words.new("#{main} ±#{shown(kind, tolerance.upper, nil).delete_prefix('+')}")
        end

        Words.new(main, *deviations(kind, *tolerance.deviations(value)))
      rescue Tolerancing::Iso286::OutOfTables
        Words.new("#{main} #{tolerance.fit}")
      end

      private

      # Parts of a tolerance that rounding to decimals may take of it, and most decimals of inch that are written for
      # it.
      ROUNDED = 0.05
      MOST = 6

      # The text for sizes with tolerances: decimals even where fractions are asked for, and in inches so many that size
      # and deviations keep within a twentieth of the tolerance.
      def toleranced(kind, value, tolerance)
        return self unless @standard.inch? && kind != :angle

        places = decimals(value, tolerance)
        return self if places == @standard.inch_precision && !@standard.fractions?

        SizeText.new(@standard.with('units' => 'inch', 'inch_precision' => places))
      end

      def decimals(value, tolerance)
        upper, lower = tolerance.deviations(value)
        parts = [value, upper, lower].map { |v| v / INCH }
        room = ROUNDED * (upper - lower).abs / INCH
        (@standard.inch_precision..MOST).find { |n| parts.all? { |v| (v - v.round(n)).abs <= room } } || MOST
      rescue Tolerancing::Iso286::OutOfTables
        [@standard.inch_precision, 4].max
      end

      # Sign, zeros and decimal sign. keep: decimals stay as they are.
      def finish(text, keep)
        if text.include?('.') && (keep == :strip || (keep.nil? && !@standard.trailing_zeros?))
          text = text.sub(/\.?0+\z/, '')
        end

        text = text.sub(/\A-(?=0*(\.0*)?\z)/, '')
        text = text.sub(/\A(-?)0(?=\.\d)/, '\1') unless @standard.leading_zero?
        text.sub('.', @standard.decimal)
      end

      # 30.5042 -> 30°30'15''; whole seconds.
      def dms(degrees)
        total = (degrees.abs * 3600).round
        d, rest = total.divmod(3600)
        m, s = rest.divmod(60)
        sign = degrees.negative? && total.positive? ? '-' : ''
        "#{sign}#{d}°#{"#{m}'" if m.positive? || s.positive?}#{"#{s}''" if s.positive?}"
      end

      def nominal(kind, value, prefix)
        # (A chamfer's prefix is its angle in degrees, where that is not 45.)
        return "#{number(value)} #{@standard.times} #{angle((prefix || 45).to_f)}" if kind == :chamfer
        return prefix if prefix
        return angle(value) if kind == :angle

        "#{SYMBOLS[kind]}#{number(value)}"
      end

      # DIM-52: the code alone, with its deviations, or with the limits of size.
      def fit(main, kind, value, tolerance, manner)
        code = "#{main} #{tolerance.fit}"
        return Words.new(code) if manner == 'as given'

        upper, lower = tolerance.deviations(value)
        pair =
          (
            if manner == 'fit with limits'
              same_decimals(kind, value + upper, value + lower)
            else
              deviations(kind, upper, lower)
            end
          )
        Words.new("#{code} (#{pair.join('/')})")
      end

      # DIM-53: the larger above the smaller, both with as many decimals.
      def limits(kind, value, tolerance)
        upper, lower = tolerance.deviations(value)
        Words.new(SYMBOLS[kind].to_s, *same_decimals(kind, value + upper, value + lower))
      end

      def same_decimals(kind, *values)
        places = places(kind, values)
        values.map { |v| kind == :angle ? angle(v, places) : number(v, places) }
      end

      # DIM-51: equal count of decimals, a zero deviation is a plain 0; in inches a zero limb has sign and decimals
      # (6.6).
      def deviations(kind, upper, lower)
        places = places(kind, [upper, lower])
        [upper, lower].zip([lower, upper])
          .map do |v, other|
            if v.zero? && !(@standard.inch? && kind != :angle)
              "0#{'°' if kind == :angle}"
            else
              shown(kind, v, places, other)
            end
          end
      end

      # A deviation with its sign; a zero one in inches takes the sign its partner does not have.
      def shown(kind, value, places, other = nil)
        sign = value.zero? ? (other.to_f.positive? ? '-' : '+') : (value.positive? ? '+' : '-')
        places ||= places(kind, [value])
        sign + (kind == :angle ? angle(value.abs, @standard.angles == 'dms' ? nil : places) : number(value.abs, places))
      end

      # Decimals needed by the one that needs most; inches have those of the standard.
      def places(kind, values)
        return @standard.inch_precision if @standard.inch? && kind != :angle

        values.map { |v| v.zero? ? 0 : format('%.4f', v)[/\.(\d*?)0*\z/, 1].length }.max
      end

      # The size once more in inches, in brackets.
      def second(kind, value, tolerance)
        inch =
          SizeText.new(
            @standard.with('units' => 'inch', 'decimal' => '.', 'leading_zero' => false, 'trailing_zeros' => true)
          )
        "[#{inch.words(kind: kind, value: value, tolerance: tolerance)}]"
      end
    end
  end
end
