# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What a person made of a dimension's words: text before and after it; brackets: an auxiliary dimension (GEN-05);
      # decimals: as many as are always shown; over: what stands in place of the value, which is underlined (DIM-13);
      # below: text of further lines; letter, counted: letters in place of the value and of the count on a tabulated
      # drawing (TAB-01).
      Wording =
        Struct.new(:before, :after, :brackets, :over, :decimals, :below, :letter, :counted, keyword_init: true) do
          # Most letters of a text, and decimals that can be asked for.
          const_set(:LETTERS, 60)
          const_set(:DECIMALS, (0..6))
          const_set(:LINES, 6)

          def plain? = to_a.all?(&:nil?)
          def over? = !over.nil?
          # Does a letter stand in place of a value?
          def lettered? = !letter.nil? || !counted.nil?

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

          # Drafting::SizeText::Words as they are to stand. number: as the value is written in them.
          def apply(words, number = nil)
            words = Drafting::SizeText::Words.new(over, nil, nil, nil, true) if over?
            words = lettered? ? in_letters(words, number) : words.dup
            bracket(words) if brackets
            words.main = [before, words.main].compact.join(' ')
            words.tail = [words.tail, after].compact.join(' ') if after
            words.below = [*words.below, *below.split("\n").map { |t| Drafting::SizeText::Words.new(t) }] if below
            words
          end

          private

          # (Deviations of a fit go with the size: they are left out where that is a letter, as is a whole callout.)
          def in_letters(words, number)
            count, times = words.main.match(/\A(\d+)([×xX]\s*)/)&.captures
            main = words.main.delete_prefix([count, times].join)
            return Drafting::SizeText::Words.new(letter) if letter && (words.beside || words.below)

            if letter
              exact = number && main.include?(number)
              main = exact ? main.sub(number) { letter } : letter
              words =
                Drafting::SizeText::Words.new(
                  main,
                  *(exact && !main.match?(/ [A-Za-z]{1,2}\d/) ? [words.upper, words.lower] : [nil, nil])
                )
            end
            words.dup.tap { |w| w.main = "#{[counted || count, times].join if count}#{main}" }
          end

          def too_long?(text) = text.length > self.class::LETTERS

          def bracket(words)
            words.main = "(#{words.main}"
            words.upper || words.tail ? words.tail = "#{words.tail})" : words.main += ')'
          end
        end
    end
  end
end
