# frozen_string_literal: true

module Nockplane
  module Linking
    # Of every face of a model, whether the sizes that live in the model pin it down: computed from how it may still
    # move and grow (Definition), not counted. A drawing's own measured sizes count for nothing here.
    class Coverage
      # bare: neither size nor place is said; short: one of them is not; pinned: both are; twice: one is said twice.
      STATES = %w[bare short pinned twice].freeze
      # name; state; words: why, in a sentence.
      Face = Struct.new(:name, :state, :words)

      # model: Modelling::Model of a part; sides: of a sheet (Products::Flats#sides). Returns [Face]; those with nothing
      # to say (rounds that run into their neighbours) are left out.
      def self.of(model, sides: []) = new(model, sides).faces

      def initialize(model, sides)
        @model = model
        @sayings = model.dimensions.filter_map { |d| Completeness.saying(d, key: d.id, words: d.id) if known?(d) }
        @report = Definition.of(model.solid, @sayings, sides: sides)
      end

      def faces
        found = @report.status.reject { |_, pair| pair.compact.empty? }
        Ractor.make_shareable(found.map { |name, pair| face(name, pair) })
      end

      private

      # (Datums, textures and the like say no size.)
      def known?(dimension) = Drawings::Annotations.all.key?(dimension.kind.to_s)

      def face(name, (size, place))
        said = [size, place].compact
        return Face.new(name, 'twice', twice(name)) if said.include?(:twice)
        return Face.new(name, 'pinned', 'size and place are given') if said.all?(:said)

        Face.new(name, said.all?(:missing) ? 'bare' : 'short', lacking(name, size, place))
      end

      def lacking(name, size, place)
        given = [['its size', size], ['its place', place]].select { |_, s| s == :said }.map(&:first)
        open = [['its size', size], ['its place', place]].select { |_, s| s == :missing }.map(&:first)
        words = "#{open.join(' and ')} #{open.size == 1 ? 'is' : 'are'} not given"
        words = "#{given[0]} is given, #{words}" if given.any?
        [words, *wanted(name)].join(': ')
      end

      # What is missing of a face, in words; nil where that is told of another.
      def wanted(name)
        found = @report.missing.select { |m| m.faces.include?(name) }
        return nil if found.empty?

        found.map { |m| m.from && m.from != name ? "#{m.kind} from #{m.from}" : m.kind.to_s }.uniq.join(', ')
      end

      def twice(name)
        keys = @report.twice.map(&:saying)
        own = @model.dimensions.select { |d| keys.include?(d.id) && d.faces.include?(name) }.map(&:id)
        own.empty? ? 'a size or place of it is said twice' : "said twice: #{own.first(4).join(', ')}"
      end
    end
  end
end
