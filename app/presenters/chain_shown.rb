# frozen_string_literal: true

module App
  module Presenters
    # A chain of sizes between two faces of a model, against the gap that is wanted, as plain data.
    class ChainShown
      CLASSES = { 'f' => 'fine', 'm' => 'medium', 'c' => 'coarse', 'v' => 'very coarse' }.freeze

      # Plain data of a text's chain (see Linking::Chain): { problem: } or { nominal:, links:, worst:, likely:, loose:,
      # verdict: }. general: class of ISO 2768-1, nil for none; wanted: [least or nil, greatest or nil], mm.
      def self.of(text, from, to, general: 'm', wanted: [nil, nil])
        chain = Nockplane::Linking::AddedUp.between(Workshop.source, text, from, to, general: general)
        chain.closed? ? plain(chain, wanted) : { 'problem' => chain.problem, 'nominal' => chain.nominal }
      end

      def self.plain(chain, wanted)
        parts = chain.contributions
        {
          'nominal' => chain.nominal,
          'links' => chain.links.map { |l| link(l, parts[l]) },
          'worst' => chain.worst,
          'likely' => chain.likely,
          'loose' => chain.loose,
          'verdict' => verdict(chain, wanted)
        }
      end

      def self.link(link, part)
        {
          'id' => link.id,
          'words' => link.words,
          'share' => link.share,
          'upper' => link.upper,
          'lower' => link.lower,
          'by' => link.by,
          'part' => part
        }
      end

      KEPT = {
        worst: 'It is kept even at worst.',
        likely: 'It is not kept at worst, but by the root of the sum of squares.',
        never: 'It is not kept.'
      }.freeze

      # Sentence on whether the gap wanted is kept; nil where none was given.
      def self.verdict(chain, wanted) = wanted.compact.empty? ? nil : KEPT.fetch(chain.kept(*wanted))
      private_class_method :plain, :link, :verdict
    end
  end
end
