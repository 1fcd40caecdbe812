# frozen_string_literal: true

module App
  module Presenters
    # What refers to what: of one thing both ways as a tree and a picture, or everything that is broken.
    class ReferencePage
      Layered = Nockplane::Planning::Layered

      # Things of a kind shown at once.
      MOST = 60

      attr_reader :key, :words

      # words: what the names of things on the shelf have; asked: [list, from].
      def initialize(key, words = nil, asked = [nil, 0])
        @words = words.to_s.strip[0, 80]
        @asked = asked
        @key = key.to_s.empty? ? nil : key.to_s
        return unless @key && node.nil?

        raise Refused.new("There is nothing at “#{@key[0, 60]}” that anything could refer to.", status: 404)
      end

      def references = @references ||= ReferenceBook.references
      def node = @key && references.node(@key)
      def rests_on = references.rests_on(@key)
      def used_by = references.used_by(@key)
      def broken = references.broken

      # [[kind, Slice of [Node]], ...] of everything with those words, for choosing.
      def shelf
        found = references.nodes.values.select { |n| Matching.all?(@words, n.words) }
        query = { q: @words.presence }
        found
          .group_by(&:kind)
          .sort_by { |kind, _| KINDS.index(kind) }
          .map { |kind, nodes| [kind, Slice.new(kind, nodes, @asked, MOST, query)] }
      end
      KINDS = %w[drawing assembly model template file].freeze

      # Drawings that rest on the node, directly: they can be pointed at something else from here.
      def drawings =
        references
          .edges
          .select { |e| e.to == @key && e.from.start_with?('drawing/') }
          .map { |e| references.node(e.from) }
          .uniq

      def assemblies =
        references
          .edges
          .select { |e| e.to == @key && e.from.start_with?('model/') }
          .map { |e| references.node(e.from) }
          .uniq

      # Models that could stand in its place: [[address, words], ...].
      def instead
        references
          .nodes
          .values
          .select { |n| n.key.start_with?('model/') && !n.gone && n.key != @key }
          .map { |n| [n.key.delete_prefix('model/'), n.words] }
      end

      def picture
        columns = references.columns(@key)
        ties = references.edges.map { |e| [e.from, e.to] }
        layered = Layered.new(columns, ties)
        places = layered.places
        [places, references.edges.select { |e| places[e.from] && places[e.to] }, layered.more]
      end

      # Width and height of the picture.
      def extent(places)
        [places.values.map(&:first).max.to_f + Layered::WIDTH, places.values.map(&:last).max.to_f + Layered::HEIGHT]
      end

      # Path of a tie, from the side of the one that rests to the side of what it rests on.
      def tie(from, to)
        x0, y0 = from[0] + Layered::WIDTH, from[1] + (Layered::HEIGHT / 2)
        x1, y1 = to[0], to[1] + (Layered::HEIGHT / 2)
        x0, x1 = from[0], to[0] + Layered::WIDTH if from[0] > to[0]
        middle = (x0 + x1) / 2.0
        "M#{x0} #{y0}C#{middle} #{y0} #{middle} #{y1} #{x1} #{y1}"
      end
    end
  end
end
