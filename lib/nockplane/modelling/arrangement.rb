# frozen_string_literal: true

module Nockplane
  module Modelling
    # How the components of an assembly are set out, beside what they are: explosions by name ('' for the one without),
    # each a list of steps; display sets by name, each saying which components are left out, thin or simplified. It
    # stands in the assembly's text, of whatever origin; what the assembly is made of does not rest on it.
    #
    #   explode:
    #     - {components: [lid], direction: [0, 0, 1], distance: 40}
    #   explosions:
    #     service access:
    #       - {components: [lid, "wheel:spindle"], direction: [0, 0, 1], distance: 90}
    #   display_sets:
    #     inside: {out: [lid], thin: [housing], simple: [motor]}
    #
    # A component is named by its path, without the numbers of a pattern when all of it is meant.
    class Arrangement
      KEYS = %w[explode explosions display_sets].freeze
      # Most explosions or display sets, and steps of an explosion.
      MOST = 50
      MOST_STEPS = 300
      # Letters of a name.
      LONGEST = 40
      # How a display set shows components.
      LOOKS = %w[out thin simple plain].freeze

      # Does a component's path (or the one without numbers) lie in what a step or a display set names?
      def self.names?(given, path)
        [path, path.gsub(/\[[^\]]*\]/, '')].any? { |p| p == given || p.start_with?("#{given}:") }
      end

      # Of the text of a recipe, an assembly or an imported file.
      def self.of(text)
        return new(ImportReference.parse(text).arrangement) if ImportReference.is?(text)

        new(AssemblyRecipe.is?(text) ? AssemblyRecipe.parse(text).arrangement : {})
      end

      # A text without what is said here: what all else that is made of the assembly rests on.
      def self.without(text)
        return text unless text.match?(/^(explode|explosions|display_sets):|"arrangement":/)

        if ImportReference.is?(text)
          ImportReference.parse(text).arranged({}).to_s
        else
          BLOCKS.reduce(text) { |t, b| t.sub(b, '') }
        end
      end

      # A key with the lines under it that are indented, list entries, empty or comments.
      BLOCKS = KEYS.map { |key| /^#{key}:[^\n]*\n?(?:(?:[ \t-][^\n]*|[ \t]*#[^\n]*|)(?:\n|\z))*/ }.freeze

      attr_reader :explosions, :display_sets

      # data: { "explode" => steps, "explosions" => { name => steps }, "display_sets" => { name => { look => components
      # } } }.
      def initialize(data)
        named = (data['explosions'] || {}).transform_values { |steps| steps || [] }
        @explosions = { '' => data['explode'] }.compact.merge(named).transform_keys(&:to_s)
        @display_sets = (data['display_sets'] || {}).to_h { |name, looks| [name.to_s, looks || {}] }
        freeze
      end

      # The same as plain data, without what is empty.
      def to_h
        named = @explosions.except('')
        { 'explode' => @explosions[''], 'explosions' => named, 'display_sets' => @display_sets }.reject do |_, v|
          v.nil? || v.empty?
        end
      end

      # The steps of an explosion; the one without a name, else the first, for ''. nil when there is none.
      def steps(name) = @explosions[name] || (name.empty? ? @explosions.each_value.first : nil)

      # With the steps of an explosion; nil takes it away.
      def with_explosion(name, steps)
        explosions = steps ? @explosions.merge(name => steps) : @explosions.except(name)
        Arrangement.new(to_h.merge('explode' => explosions[''], 'explosions' => explosions.except('')))
      end

      # With a display set { look => [component] }; nil takes it away.
      def with_display_set(name, looks)
        sets = looks ? @display_sets.merge(name => looks) : @display_sets.except(name)
        Arrangement.new(to_h.merge('display_sets' => sets))
      end

      # { component => look } of a display set; nil when there is none.
      def looks(name)
        @display_sets[name]&.flat_map { |look, components| components.map { |c| [c, look] } }&.to_h
      end

      # The text with this arrangement in place of its own.
      def in(text)
        return ImportReference.parse(text).arranged(to_h).to_s if ImportReference.is?(text)

        was = Arrangement.of(text).to_h
        KEYS.zip(BLOCKS).reduce(text) { |t, (key, block)| was[key] == to_h[key] ? t : written(t, key, block) }
      end

      # [[path of the fault, reason], ...]; the block: is there a component of that name?
      def faults(&known) = ArrangementCheck.new(self, known).faults

      private

      # The block of a key written anew where it stood, else at the end; its comments go first.
      def written(text, key, block)
        value = to_h[key]
        old = text[block]
        comments = old.to_s.scan(/(?:^|\s)#.*$/).map { |c| "  #{c.strip}\n" }.join
        fresh = value ? "#{key}:\n#{comments}#{lines(value, '  ').join}" : comments
        old ? text.sub(block) { fresh } : "#{text.chomp}\n#{fresh}"
      end

      def lines(value, indent)
        return value.map { |step| "#{indent}- #{flow(step)}\n" } if value.is_a?(Array)

        value.flat_map do |name, inner|
          listed = inner.is_a?(Array) && inner.any?
          if listed
            ["#{indent}#{flow(name)}:\n", *lines(inner, "#{indent}  ")]
          else
            "#{indent}#{flow(name)}: #{flow(inner)}\n"
          end
        end
      end

      def flow(value)
        case value
        when Hash
          "{#{value.map { |k, v| "#{flow(k)}: #{flow(v)}" }.join(', ')}}"
        when Array
          "[#{value.map { |v| flow(v) }.join(', ')}]"
        when Float
          value == value.round ? value.round.to_s : value.to_s
        when String
          value.match?(/\A[a-z][a-z0-9_]*\z/) && !value.match?(RecipeSource::RESERVED) ? value : value.to_json
        else
          value.to_s
        end
      end
    end
  end
end
