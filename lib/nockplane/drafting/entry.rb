# frozen_string_literal: true

module Nockplane
  module Drafting
    # Numbers as people type them: "24,5", "24.5", "151 mm", "1 3/8 in", "30°", "1:2,5".
    module Entry
      UNITS = {
        'mm' => 1.0,
        'cm' => 10.0,
        'm' => 1000.0,
        'in' => 25.4,
        'inch' => 25.4,
        '"' => 25.4,
        '°' => 1.0,
        'deg' => 1.0
      }.freeze
      NUMBER = /\A([-+]?\d{0,7}(?:[.,]\d{1,6})?)\s*(\D*)\z/
      FRACTION = %r{\A(?:(\d{1,5})[ -])?(\d{1,4})/(\d{1,4})\s*(\D*)\z}

      module_function

      # mm or degrees (counts as they are) of a size typed into a drawing of a standard: a bare number is in the
      # standard's unit. Signs (⌀, R, n×) before it do no harm. nil when it is no number. Whole numbers come as Integer.
      def size(text, kind, standard)
        words = text.to_s.strip.sub(/\A(?:\d+\s*[×xX]\s*)?[⌀ØøR]?\s*/, '')
        value, unit = parts(words)
        return nil if value.nil? || !(unit.empty? || UNITS.key?(unit))

        bare = standard.inch? && kind.to_s != 'angle' ? 25.4 : 1.0
        whole((value * (unit.empty? ? bare : UNITS[unit])).round(6))
      end

      # Length in mm of text, with a unit or without; nil when it is none.
      def length(text)
        value, unit = parts(text.to_s.strip)
        value && (unit.empty? || UNITS.key?(unit)) ? value * UNITS.fetch(unit, 1.0) : nil
      end

      # What to write instead.
      def fault(text, standard)
        "“#{text.to_s.strip[0, 40]}” is no size; " \
          "write a number such as #{standard.inch? ? '1.375 or 1 3/8' : "24#{standard.decimal}5 or 151 mm"}."
      end

      # [number, unit] of text, nil for none.
      def parts(text)
        if (m = text.match(FRACTION))
          return nil if m[3].to_i.zero?

          return [m[1].to_i + Rational(m[2].to_i, m[3].to_i).to_f, m[4].strip.downcase]
        end
        m = text.match(NUMBER) or return nil
        m[1].match?(/\d/) ? [m[1].tr(',', '.').to_f, m[2].strip.downcase] : nil
      end

      def whole(value) = value == value.round && value.abs < 1e9 ? value.round : value
    end
  end
end
