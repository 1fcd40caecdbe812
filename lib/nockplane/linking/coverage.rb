# frozen_string_literal: true

module Nockplane
  module Linking
    # Of every face of a model, whether the sizes and tolerance frames that live in the model pin it down: computed from
    # how it may still move and grow (Definition), not counted. A drawing's own measured sizes count for nothing here,
    # nor do theoretically exact ones: the frames that go by them do.
    class Coverage
      # bare: neither size nor place is said; short: one of them is not; pinned: both are; twice: one is said twice.
      STATES = %w[bare short pinned twice].freeze
      # The same as a person reads them.
      WORDS = { 'bare' => 'bare', 'short' => 'short', 'pinned' => 'pinned down', 'twice' => 'said twice' }.freeze
      # name; state; words: why, in a sentence.
      Face = Struct.new(:name, :state, :words)

      # model: Modelling::Model of a part; sides: of a sheet (Products::Flats#sides). Returns [Face]; those with nothing
      # to say (rounds that run into their neighbours) are left out.
      def self.of(model, sides: []) = new(model, sides).faces

      # The same of a text of a Products::Source, kept there. Raises RecipeFault.
      def self.in(source, text)
        source.kept('coverage', text, source.plan_digest(text)) do
          of(source.model_of(text), sides: source.flats.sides(text))
        end
      end

      # Was it worked out before?
      def self.known?(source, text) = source.kept?('coverage', text, source.plan_digest(text))

      # Definition::Report of what lives in a model. frames: do its tolerance frames count? exact: do its theoretically
      # exact dimensions? bases: names of faces that the rest is placed from; without them its datums.
      # ground: Definition::Ground of its solid.
      def self.report(model, ground, frames: true, exact: false, bases: nil)
        holdings = FrameHoldings.new(model)
        Definition.report(
          ground,
          sayings(model, exact),
          holdings: frames ? holdings.all.map(&:holding) : [],
          bases: bases || holdings.datums.values.flatten
        )
      end

      # Of faces those that a frame to datums ([[face, ...], ...]) would tell something of, one after another, nothing
      # being taken for granted by symmetry: each must be held itself. pins: what the frame would hold.
      def self.open(model, ground, names, datums:, pins: :surface)
        holdings = FrameHoldings.of(model).map(&:holding)
        wanted = names.map { |n| Definition::Holding.new(key: n, pins: pins, faces: [n], datums: datums) }
        Definition.telling(ground, sayings(model, false), wanted, holdings: holdings).map(&:key)
      end

      # (Datums, textures and the like say no size.)
      def self.sayings(model, exact)
        known = model.dimensions.select { |d| Drawings::Annotations.all.key?(d.kind.to_s) }
        known = known.reject { |d| Tolerancing::Tolerance.exact?(d.tolerance) } unless exact
        known.filter_map { |d| Completeness.saying(d, key: d.id, words: d.id) }
      end
      private_class_method :sayings

      def initialize(model, sides)
        @model = model
        holdings = FrameHoldings.new(model)
        @held = holdings.all
        @letters = holdings.datums
        @report = Coverage.report(model, Definition::Ground.new(model.solid, sides))
      end

      def faces
        found = @report.status.reject { |_, pair| pair.compact.empty? }
        Ractor.make_shareable(found.map { |name, pair| face(name, pair) })
      end

      private

      def face(name, (size, place))
        said = [size, place].compact
        return Face.new(name, 'twice', twice(name)) if said.include?(:twice) || repeated[name]
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

        found.map { |m| m.from && m.from != name ? "#{m.kind} from #{base(m.from)}" : m.kind.to_s }.uniq.join(', ')
      end

      # A face by its datum letter where it has one.
      def base(face) = @letters.find { |_, names| names.include?(face) }&.then { |letter, _| "datum #{letter}" } || face

      # { face => [words of frames that hold the same of it against the same datums] }. One that holds less, or against
      # fewer datums (FCF-13, FCF-18), is no repetition.
      def repeated
        @repeated ||=
          begin
            frames = @held.reject { |h| %i[form turn].include?(h.holding.pins) }
            pairs = frames.flat_map { |h| h.dimension.faces.map { |name| [name, h] } }.group_by(&:first)
            pairs
              .transform_values { |list| list.map(&:last) }
              .select { |_, list| list.map { |h| hold(h) }.tally.any? { |_, n| n > 1 } }
              .transform_values { |list| list.map { |h| h.frame.to_s } }
          end
      end

      def hold(held) = [held.holding.pins == :coaxial ? held.frame.key : :place, held.frame.letters]

      def twice(name)
        return "two frames hold it: #{repeated[name].first(4).join(' and ')}" if repeated[name]

        keys = @report.twice.map(&:saying)
        own = @model.dimensions.select { |d| keys.include?(d.id) && d.faces.include?(name) }.map(&:id)
        own.empty? ? 'a size or place of it is said twice' : "said twice: #{own.first(4).join(', ')}"
      end
    end
  end
end
