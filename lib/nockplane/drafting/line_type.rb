# frozen_string_literal: true

module Nockplane
  module Drafting
    # Dash patterns of ISO 128-2 (standards.md 3.1), stretched so that a line starts and ends with a full mark.
    module LineType
      # Shortest normal line in widths d; mark of the plain pattern; period; gaps within a period.
      RULES = {
        '02' => { mark: 12, period: 15, tail: [3], shortest: 27 },
        '04' => { mark: 24, period: 30.5, tail: [3, 0.5, 3], shortest: 54.5 },
        '05' => { mark: 24, period: 34, tail: [3, 0.5, 3, 0.5, 3], shortest: 58 }
      }.freeze

      module_function

      # mm on, off, on ... for a line of the given length and width d, or nil when it is drawn continuous.
      # Shorter than the shortest normal line: dashed lines keep one gap down to 9d, chain lines become continuous.
      # centred: put a mark, not a gap, in the middle (LIN-04: centre lines cross in the long dash).
      def dash(type, length, d, centred: false)
        rule = RULES[type] or return nil
        gaps = rule[:tail].sum * d
        n = ((length - (rule[:mark] * d)) / (rule[:period] * d)).round
        n = 1 if n < 1
        n += 1 if centred && n.odd?
        return nil if length < (type == '02' ? 9 : rule[:shortest]) * d

        mark = (length - (gaps * n)) / (n + 1)
        return nil if mark <= 0

        [mark, *rule[:tail].map { |t| t * d }]
      end

      # Number of whole patterns, as in TV-LIN-01 to 03.
      def patterns(type, length, d)
        rule = RULES.fetch(type)
        ((length - (rule[:mark] * d)) / (rule[:period] * d)).round
      end
    end
  end
end
