# frozen_string_literal: true

module Nockplane
  module Modelling
    # One thing wrong in a recipe: the line (from 1, or nil), the path (features[2].depth), what is wrong and what to
    # do.
    Fault = Struct.new(:line, :path, :reason) do
      # A length as written in messages: 24, 1.5, at most four decimals.
      def self.mm(value) = format('%.4f', value).sub(/\.?0+\z/, '')

      # A parameter's value as written: a length, or a text as it is.
      def self.value(value) = value.is_a?(String) ? value : mm(value)

      def to_s = [line && "line #{line}", path].compact.join(', ').then { |at| at.empty? ? reason : "#{at}: #{reason}" }
    end
  end
end
