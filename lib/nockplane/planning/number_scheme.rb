# frozen_string_literal: true

module Nockplane
  module Planning
    # How a kind of thing gets its numbers: fixed text with fields in braces: {part} the number of the model shown,
    # {family} that of the family, {assembly} that of the assembly, {variant} what the variant is called, {sheet},
    # {from} the number of what was copied; {next 3} counts up, at least three digits wide. A scheme without {next}
    # gives a number once and then goes on with -2, -3.
    class NumberScheme
      FIELDS = %w[part family assembly variant sheet from].freeze
      WIDEST = 8
      LONGEST = 60
      TOKEN = /\{([^{}]*)\}/

      # A scheme that can't be read; the reason is a sentence.
      class Unreadable < Nockplane::Error
      end

      attr_reader :pattern

      # Raises Unreadable.
      def initialize(pattern)
        @pattern = pattern.to_s.strip
        problem = fault
        raise Unreadable, problem if problem
      end

      def counts? = @pattern.scan(TOKEN).flatten.any? { |t| t.start_with?('next') }

      # The first number that is free. values: { field => text }; a field without a value is left out with the sign
      # before it. The block: (number) is it taken? from: where counting begins.
      def number(values, from: 1, &taken)
        return counted(values, from, &taken) if counts?

        plain = filled(values, nil)
        return plain unless taken.call(plain)

        (2..).lazy.map { |n| "#{plain}-#{n}" }.find { |candidate| !taken.call(candidate) }
      end

      private

      def fault
        return 'a scheme needs some text or a field' if @pattern.empty?
        return "a scheme has at most #{LONGEST} characters" if @pattern.length > LONGEST

        unknown = @pattern.scan(TOKEN).flatten.find { |t| !FIELDS.include?(t) && !t.match?(/\Anext( [1-9]\d?)?\z/) }
        return "{#{unknown}} means nothing; use {#{FIELDS.join('}, {')}} or {next 3}" if unknown
        return 'a scheme counts once only' if @pattern.scan(/\{next/).size > 1

        wide = @pattern[/\{next (\d+)\}/, 1].to_i
        return "a running number has at most #{WIDEST} digits" if wide > WIDEST

        'a brace is open' if @pattern.gsub(TOKEN, '').match?(/[{}]/)
      end

      def counted(values, from, &taken)
        (from..).lazy.map { |n| filled(values, n) }.find { |candidate| !taken.call(candidate) }
      end

      # (What a missing field leaves behind, "QI--D", is closed up.)
      def filled(values, count)
        text =
          @pattern.gsub(TOKEN) do
            token = Regexp.last_match(1)
            token.start_with?('next') ? count.to_s.rjust(token[/\d+/].to_i, '0') : values[token].to_s
          end
        text.gsub(%r{([-./ ])[-./ ]+}, '\1').gsub(%r{\A[-./ ]+|[-./ ]+\z}, '')
      end
    end
  end
end
