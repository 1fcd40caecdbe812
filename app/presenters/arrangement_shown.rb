# frozen_string_literal: true

module App
  module Presenters
    # Explosions and display sets of an assembly, as its page shows them.
    class ArrangementShown
      # Components that are listed at most.
      MOST = 300
      # Ways a component can be moved: words, and direction in the model's axes.
      WAYS = {
        'up' => [0, 0, 1],
        'down' => [0, 0, -1],
        'to the right' => [1, 0, 0],
        'to the left' => [-1, 0, 0],
        'to the front' => [0, -1, 0],
        'to the back' => [0, 1, 0]
      }.freeze
      # How a display set shows components, in words.
      LOOKS = Nockplane::Drawings::Views::PartLook::WORDS

      # What an explosion is called.
      def self.words(name) = name.empty? ? 'exploded' : "exploded: #{name}"

      # model: Modelling::Model of the text.
      def initialize(model, text)
        @model = model
        @arrangement = Nockplane::Modelling::Arrangement.of(text)
      end

      def explosions = @arrangement.explosions.keys
      def steps(name) = @arrangement.explosions[name]
      def display_sets = @arrangement.display_sets.keys

      # [[path, name], ...]: components and sub-assemblies, that a step or a display set may name.
      def components
        @components ||=
          begin
            parts = @model.components.reject(&:hidden?).uniq(&:component)
            units = @model.units.map { |path, unit| [path.gsub(/\[[^\]]*\]/, ''), unit.name] }
            (units + parts.map { |c| [c.component, named(c)] }).uniq(&:first).sort_by(&:first).first(MOST)
          end
      end

      # What a step does, in words: "lid, screws: 40 mm up".
      def step_words(step)
        "#{step['components'].join(', ')}: #{distance(step)} #{way(step['direction'])}"
      end

      def distance(step)
        given = step['distance']
        given.is_a?(Numeric) ? "#{Nockplane::Modelling::Fault.mm(given)} mm" : given.to_s
      end

      def way(direction)
        unit = Nockplane::Geometry::Vec.unit(direction.map(&:to_f))
        WAYS.find { |_, way| Nockplane::Geometry::Vec.distance(way, unit) < 1e-6 }&.first ||
          "along #{direction.map { |c| c.to_f.round(3).to_s.delete_suffix('.0') }.join(' ')}"
      rescue Nockplane::Geometry::ZeroVector
        'nowhere'
      end

      # { component => look } of a display set.
      def looks(set) = @arrangement.looks(set)

      private

      def named(component) = [component.name, component.reference].find { |n| !n.to_s.empty? }.to_s
    end
  end
end
