# frozen_string_literal: true

module Nockplane
  module Drafting
    # Preferred scales of ISO 5455 (standards.md section 14). A factor is paper / real: 2:1 = 2, 1:5 = 0.2.
    module Scale
      PREFERRED = [
        50,
        20,
        10,
        5,
        2,
        1,
        *[2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000].map { |n| Rational(1, n) }
      ].map(&:to_f).freeze

      module_function

      # SCL-02: largest preferred factor with wm s + gx <= w and hm s + gy <= h (exact fits are accepted).
      def largest(wm, hm, width, height, gx: 0.0, gy: 0.0)
        PREFERRED.find { |s| (wm * s) + gx <= width + 1e-9 && (hm * s) + gy <= height + 1e-9 } || PREFERRED[-1]
      end

      # The smallest preferred factor that is not below one.
      def above(factor) = PREFERRED.reverse.find { |s| s >= factor - 1e-9 } || PREFERRED[0]

      # The preferred factor so many steps larger (or smaller) than one.
      def step(factor, steps)
        nearest = PREFERRED.each_index.min_by { |i| (Math.log(PREFERRED[i]) - Math.log(factor)).abs }
        PREFERRED[(nearest - steps).clamp(0, PREFERRED.size - 1)]
      end

      # "2:1", "1:1", "1:5"; "1:2.5" with the decimal sign told.
      def text(factor, decimal = '.')
        (factor >= 1 ? "#{plain(factor)}:1" : "1:#{plain(1 / factor)}").sub('.', decimal)
      end

      # Factor of a text such as "1:2" or "1:2,5"; nil when it is none.
      def parse(text)
        m = text.to_s.match(/\A\s*(\d{1,5}(?:[.,]\d+)?)\s*:\s*(\d{1,5}(?:[.,]\d+)?)\s*\z/) or return nil
        a, b = m.captures.map { |part| part.tr(',', '.').to_f }
        a.positive? && b.positive? ? a / b : nil
      end

      def plain(value) = (value - value.round).abs < 1e-9 ? value.round.to_s : value.round(3).to_s
    end
  end
end
