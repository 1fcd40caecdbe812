# frozen_string_literal: true

module App
  module Presenters
    # Which faces of a part its own sizes pin down, for its page.
    class CoverageShown
      WORDS = Nockplane::Linking::Coverage::WORDS

      # names: { face name => what a person calls it }.
      def initialize(text, names = {})
        @faces = Nockplane::Linking::Coverage.in(Workshop.source, text)
        @names = names
      end

      # { face name => state }
      def states = @faces.to_h { |f| [f.name, f.state] }
      def total = @faces.size
      # { state => how many }, in their order.
      def counts = WORDS.keys.to_h { |state| [state, @faces.count { |f| f.state == state }] }

      # [[state, [[face, name, words], ...]], ...] of those that need a person: said twice first.
      def open
        %w[twice bare short]
          .map do |state|
            [state, @faces.select { |f| f.state == state }.map { |f| [f.name, @names[f.name] || f.name, f.words] }]
          end
          .reject { |_, list| list.empty? }
      end
    end
  end
end
