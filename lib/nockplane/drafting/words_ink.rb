# frozen_string_literal: true

module Nockplane
  module Drafting
    # Lettering of SizeText::Words: the main words, stacked deviations or limits, and what comes behind.
    class WordsInk
      def initialize(standard, layer:, tone: nil)
        @standard = standard
        @layer = layer
        @tone = tone
      end

      # mm of paper that the words take.
      def width(words)
        main = Lettering.width(words.main, @standard.text_height)
        main += (words.main.empty? ? 0 : 1) + stack(words) if words.upper
        main += 1.5 + Lettering.width(words.tail, @standard.text_height) if words.tail
        main += BESIDE + width(words.beside) if words.beside
        [main, *words.below&.map { |w| width(w) }].max
      end

      # mm between words that go on in one line, and pitch of lines by the letters' height (ISO 3098: more where
      # deviations stand on each other).
      BESIDE = 1.8
      PITCH = 1.7
      STACKED = 2.3

      # at: base point, of the start or the middle by anchor; degrees: turn about it.
      def ink(words, at, degrees, anchor)
        r = degrees * Math::PI / 180
        c = Math.cos(r)
        s = Math.sin(r)
        letter = ->(u, v, string, height) do
          Ink.text(
            at[0] + (u * c) - (v * s),
            at[1] + (u * s) + (v * c),
            string,
            height: height,
            angle: degrees,
            layer: @layer,
            tone: @tone
          )
        end
        from = anchor == :middle ? -width(words) / 2 : 0.0
        texts = lines(words, from).map { |u, v, string, height| letter[u, v, string, height] }
        return texts unless words.underlined

        place = ->(u, v) { [at[0] + (u * c) - (v * s), at[1] + (u * s) + (v * c)] }
        texts << underline(
          place[from, -UNDER],
          place[from + Lettering.width(words.main, @standard.text_height), -UNDER]
        )
      end

      # mm that an underline lies below the base line.
      UNDER = 0.7

      private

      # (Wide: DIM-13.)
      def underline(from, to) = Ink.line(from, to, width: @standard.width('visible'), layer: @layer, tone: @tone)

      def stack(words) = [words.upper, words.lower].map { |w| Lettering.width(w, @standard.deviation_height) }.max

      # Parts of all lines; the first one's base line is at 0.
      def lines(words, from)
        level = 0.0
        parts(words, from) +
          (words.below || []).flat_map do |line|
            level -= @standard.text_height * (stacked?(words) || stacked?(line) ? STACKED : PITCH)
            parts(line, from).map { |u, v, string, height| [u, v + level, string, height] }
          end
      end

      def stacked?(words) = !words.upper.nil? || (!words.beside.nil? && stacked?(words.beside))

      # [[x, y, string, height], ...] from the start of the words.
      def parts(words, from)
        h = @standard.text_height
        d = @standard.deviation_height
        found = words.main.empty? ? [] : [[from, 0.0, words.main, h]]
        end_of = from + Lettering.width(words.main, h)
        if words.upper
          end_of += 1 unless words.main.empty?
          found << [end_of, (h / 2) + 0.35, words.upper, d] << [end_of, (h / 2) - 0.35 - d, words.lower, d]
          end_of += stack(words)
        end
        if words.tail
          found << [end_of + 1.5, 0.0, words.tail, h]
          end_of += 1.5 + Lettering.width(words.tail, h)
        end
        words.beside ? found + parts(words.beside, end_of + BESIDE) : found
      end
    end
  end
end
