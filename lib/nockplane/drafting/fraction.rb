# frozen_string_literal: true

module Nockplane
  module Drafting
    # Inch fractions such as 1 3/8, in binary parts down to 1/64.
    module Fraction
      module_function

      # Is a length the same as its fraction, within a difference in inches?
      def exact?(inches, denominator, difference)
        (inches - ((inches * denominator).round / denominator.to_f)).abs < difference
      end

      # The nearest multiple of 1/denominator, reduced: 1.375 -> "1 3/8".
      def words(inches, denominator)
        parts = (inches.abs * denominator).round
        sign = inches.negative? && parts.positive? ? '-' : ''
        whole, rest = parts.divmod(denominator)
        return "#{sign}#{whole}" if rest.zero?

        part = Rational(rest, denominator)
        "#{sign}#{"#{whole} " if whole.positive?}#{part.numerator}/#{part.denominator}"
      end
    end
  end
end
