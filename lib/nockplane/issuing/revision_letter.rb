# frozen_string_literal: true

module Nockplane
  module Issuing
    # Revision letters (ASME Y14.35; standards.md REV-01, REV-02): a count in base 20 without a zero over the letters
    # that can't be mistaken, at most two of them.
    module RevisionLetter
      LETTERS = 'ABCDEFGHJKLMNPRTUVWY'
      # Last number that two letters reach.
      MOST = 420
      TEXT = /\A[#{LETTERS}]{1,2}\z/

      module_function

      def valid?(text) = text.to_s.match?(TEXT)

      # Letters of the n-th revision, from 1. Raises ArgumentError beyond MOST.
      def of(number)
        raise ArgumentError, "revision #{number}: 1 to #{MOST} have letters" unless number.between?(1, MOST)

        first, last = (number - 1).divmod(LETTERS.size)
        "#{LETTERS[first - 1] if first.positive?}#{LETTERS[last]}"
      end

      # The count of letters. Raises ArgumentError for what are none.
      def number(text)
        raise ArgumentError, "'#{text}' is no revision letter" unless valid?(text)

        text.each_char.reduce(0) { |sum, letter| (sum * LETTERS.size) + LETTERS.index(letter) + 1 }
      end

      # What comes after; of a number the next one, as wide (REV-08); of what is neither the first letter.
      def after(text)
        return of(number(text) + 1) if valid?(text)

        text.to_s.match?(/\A\d{1,6}\z/) ? text.succ : LETTERS[0]
      end
    end
  end
end
