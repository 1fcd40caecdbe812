# frozen_string_literal: true

module Nockplane
  module Modelling
    # The text of an assembly as read: components that name other models, and its Arrangement. Parameters as in a
    # recipe.
    #
    #   nockplane: assembly/1
    #   components:
    #     - {id: lid, model: QI-2102, on: "housing:box/end.end", at: [0, 10], turn: 90}
    #     - {id: screws, model: QI-2190, purchased: true, pattern: {kind: circular, count: 6, pitch_circle: 120}}
    class AssemblyRecipe < Recipe
      FORMAT = 'assembly/1'
      MAX_COMPONENTS = 1000
      KEYS = %w[id model revision variant purchased hidden flip] + Placement::KEYS + %w[offset]

      attr_reader :components, :arrangement, :pins

      # Is the text one of an assembly (and not of a part)?
      def self.is?(text) = text.b.match?(%r{^nockplane:\s*["']?assembly/})
      def self.parse(text) = new(RecipeSource.new(text))

      def initialize(source)
        data = source.data
        @components = data.is_a?(Hash) && data['components'].is_a?(Array) ? data['components'] : []
        @arrangement = data.is_a?(Hash) ? data.slice(*Arrangement::KEYS) : {}
        @pins = data.is_a?(Hash) && data['pins'].is_a?(Hash) ? data['pins'] : {}
        super
      end

      # Model names with the revisions asked for: [[model, revision or nil], ...].
      def references = @components.map { |c| [c['model'].to_s, revision_of(c)] }.uniq

      # The revision a component stands for: its own, or the one pinned; nil for the latest.
      def revision_of(component) = component['revision'] || @pins[component['model'].to_s]

      # The text with the revisions its components stand for written into `pins`: { model name => revision }.
      def with_pins(pins)
        kept = text.sub(/^pins:.*\n?/, '')
        pins.empty? ? kept : "#{kept.chomp}\npins: #{JSON.generate(pins)}\n"
      end

      private

      def top_keys = %w[nockplane name properties parameters components pins] + Arrangement::KEYS

      def read_features
        fault('components', 'an assembly needs a list of components') if @components.empty?
        if @components.size > MAX_COMPONENTS
          fault('components', "#{@components.size} components; at most #{MAX_COMPONENTS} are read")
        end

        seen = {}
        @components.each_with_index { |c, i| check_component(c, "components[#{i}]", seen) }
        check_arrangement(seen)
        []
      end

      # What lies deeper than the assembly's own components is known only when it is built.
      def check_arrangement(seen)
        return unless @arrangement.all? { |key, value| shaped?(key, value) }

        Arrangement
          .new(@arrangement)
          .faults { |component| seen[component[/\A[^:\[]+/]] }
          .each do |path, reason|
            fault(path, path.end_with?('.components') ? "#{reason}; use #{seen.keys.first(12).join(', ')}" : reason)
          end
      end

      def shaped?(key, value)
        wanted = key == 'explode' ? Array : Hash
        return true if value.nil? || value.is_a?(wanted)

        fault(key, wanted == Array ? 'is a list of steps' : 'is a set of named ones')
        false
      end

      def check_component(component, path, seen)
        return fault(path, 'a component is a set of "key: value" lines with id and model') unless component.is_a?(Hash)

        id = component['id'].to_s
        unless NAME.match?(id)
          return fault("#{path}.id", "a component needs an id of small letters, digits and _ (found '#{id}')")
        end

        return fault("#{path}.id", "the id '#{id}' is used twice") if seen[id]

        seen[id] = true
        fault("#{path}.model", 'names no model; give its number or name') if component['model'].to_s.strip.empty?
        unknown = component.keys - KEYS
        unless unknown.empty?
          fault("#{path}.#{unknown[0]}", "unknown key '#{unknown[0]}'; known here: #{KEYS.join(', ')}")
        end
      end
    end
  end
end
