# frozen_string_literal: true

module Nockplane
  module Drawings
    # A rule of the layout of a drawing's sheets. kind: name of one of LayoutRules; rank: its place in the list; off:
    # true while it is switched off; sheets, views: names of those it concerns, nil for all (a sheet without a name is
    # called by its number, "2"); own: values of its kind; unmet: sentences about what kept it from being met when it
    # was run last, nil for nothing.
    LayoutRule =
      Struct.new(:id, :kind, :rank, :off, :sheets, :views, :own, :unmet, keyword_init: true) do
        def self.nested(hash) = { 'own' => LayoutRules.all[hash['kind']]&.own_type }.compact
        def on? = !off
      end

    class LayoutRule
      # The list of a document that has none of its own: what a fresh drawing is laid out by.
      def self.defaults
        @defaults ||=
          LayoutRules::USUAL
            .each_with_index
            .map { |kind, i| new(id: "r#{i + 1}", kind: kind, rank: i, own: LayoutRules.all.fetch(kind).fresh) }
            .then { |list| Ractor.make_shareable(list) }
      end
    end
  end
end
