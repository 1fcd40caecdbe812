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
        main += 2 * padding if words.boxed
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
        place = ->(u, v) { [at[0] + (u * c) - (v * s), at[1] + (u * s) + (v * c)] }
        texts.concat(box(words, from, place)) if words.boxed
        return texts unless words.underlined

        texts << underline(
          place[from, -UNDER],
          place[from + Lettering.width(words.main, @standard.text_height), -UNDER]
        )
      end

      # mm that an underline lies below the base line.
      UNDER = 0.7

      private

      # Parts of the letters' height from them to their box.
      ROUND = 0.25
      COUNT = /\A\d+\s?[×xX]\s*/

      def padding = @standard.text_height * ROUND

      # The box of a theoretically exact dimension, about the size but not about its count (ISO 1101).
      def box(words, from, place)
        counted = Lettering.width(words.main[COUNT].to_s, @standard.text_height)
        left = from + counted
        right = from + Lettering.width(words.main, @standard.text_height) + (2 * padding)
        low, high = -padding, @standard.text_height + padding
        corners = [[left, low], [right, low], [right, high], [left, high]].map { |u, v| place[u, v] }
        width = @standard.text_height / 10
        corners.zip(corners.rotate).map { |a, b| Ink.line(a, b, width: width, layer: @layer, tone: @tone) }
      end

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
        found = words.main.empty? ? [] : main_parts(words, from, h)
        end_of = from + Lettering.width(words.main, h) + (words.boxed ? 2 * padding : 0.0)
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

      # (What stands in a box keeps off it; its count is before the box.)
      def main_parts(words, from, height)
        return [[from, 0.0, words.main, height]] unless words.boxed

        count = words.main[COUNT].to_s
        size = [from + Lettering.width(count, height) + padding, 0.0, words.main.delete_prefix(count), height]
        count.empty? ? [size] : [[from, 0.0, count, height], size]
      end
    end
  end
end
