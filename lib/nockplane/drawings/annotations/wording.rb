# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What a person made of a dimension's words: text before and after it; brackets: an auxiliary dimension (GEN-05);
      # decimals: as many as are always shown; over: what stands in place of the value, which is underlined (DIM-13);
      # below: text of further lines.
      Wording =
        Struct.new(:before, :after, :brackets, :over, :decimals, :below, keyword_init: true) do
          # Most letters of a text, and decimals that can be asked for.
          const_set(:LETTERS, 60)
          const_set(:DECIMALS, (0..6))
          const_set(:LINES, 6)

          def plain? = to_a.all?(&:nil?)
          def over? = !over.nil?

          # Sentence about what is wrong with it, nil when nothing is.
          def problem
            texts = [before, after, over].compact
            return "words at a dimension are at most #{self.class::LETTERS} letters" if texts.any? { |t| too_long?(t) }
            return 'words at a dimension stand in one line' if texts.any? { |t| t.match?(/[\r\n]/) }

            more = below.to_s.split("\n", -1)
            if more.size > self.class::LINES || more.any? { |t| too_long?(t) }
              return "below a dimension stand at most #{self.class::LINES} lines of #{self.class::LETTERS} letters"
            end

            known = decimals.nil? || (decimals.is_a?(Integer) && self.class::DECIMALS.cover?(decimals))
            'decimals are 0 to 6' unless known
          end

          # The standard with the decimals that are asked for.
          def standard(given)
            return given unless decimals

            given.with(
              'precision' => decimals,
              'measured_precision' => decimals,
              'inch_precision' => decimals,
              'trailing_zeros' => true
            )
          end

          # Drafting::SizeText::Words as they are to stand.
          def apply(words)
            words = Drafting::SizeText::Words.new(over, nil, nil, nil, true) if over?
            words = words.dup
            bracket(words) if brackets
            words.main = [before, words.main].compact.join(' ')
            words.tail = [words.tail, after].compact.join(' ') if after
            words.below = [*words.below, *below.split("\n").map { |t| Drafting::SizeText::Words.new(t) }] if below
            words
          end

          private

          def too_long?(text) = text.length > self.class::LETTERS

          def bracket(words)
            words.main = "(#{words.main}"
            words.upper || words.tail ? words.tail = "#{words.tail})" : words.main += ')'
          end
        end
    end
  end
end
