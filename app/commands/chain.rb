# frozen_string_literal: true

module App
  module Commands
    # A chain of sizes between two faces of a model.
    class Chain
      # faces: [from, to]; general: class of ISO 2768-1 or "none"; wanted: [least or nil, greatest or nil], mm.
      def self.call(text, source, faces, general: 'm', wanted: [nil, nil])
        raise Nockplane::Error, "--class #{general}: use f, m, c, v or none" unless %w[f m c v none].include?(general)

        used = general == 'none' ? nil : general
        chain = Nockplane::Linking::AddedUp.between(source, text, *faces, general: used)
        raise Nockplane::Error, chain.problem unless chain.closed?

        parts = chain.contributions
        {
          nominal: chain.nominal.round(6),
          links: chain.links.map { |l| link(l, parts[l]) },
          worst: chain.worst.map { |v| v.round(6) },
          likely: chain.likely.map { |v| v.round(6) },
          loose: chain.loose,
          kept: wanted.any? ? chain.kept(*wanted).to_s : nil
        }.compact
      end

      def self.link(link, part)
        {
          id: link.id,
          words: link.words,
          share: link.share,
          value: link.value,
          upper: link.upper,
          lower: link.lower,
          by: link.by,
          contribution: part&.round(6)
        }.compact
      end
      private_class_method :link
    end
  end
end
