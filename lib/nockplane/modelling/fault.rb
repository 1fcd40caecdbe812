# frozen_string_literal: true

module Nockplane
  module Modelling
    # One thing wrong in a recipe: the line (from 1, or nil), the path (features[2].depth), what is wrong and what to do.
    Fault = Struct.new(:line, :path, :reason) do
      def to_s = [line && "line #{line}", path].compact.join(', ').then { |at| at.empty? ? reason : "#{at}: #{reason}" }
    end
  end
end
