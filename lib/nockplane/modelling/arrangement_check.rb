# frozen_string_literal: true

module Nockplane
  module Modelling
    # Says what is wrong with an Arrangement: [[path in the text, reason], ...].
    class ArrangementCheck
      # mm that a step moves at most.
      FARTHEST = 1e5

      # known: ->(component) { is there one of that name? }
      def initialize(arrangement, known)
        @arrangement = arrangement
        @known = known
        @faults = []
      end

      def faults
        counted(@arrangement.explosions, 'explosions')
        @arrangement.explosions.each { |name, steps| explosion(name.empty? ? 'explode' : "explosions.#{name}", steps) }
        counted(@arrangement.display_sets, 'display_sets')
        @arrangement.display_sets.each { |name, looks| display_set("display_sets.#{name}", looks) }
        @faults
      end

      private

      def fault(path, reason) = @faults << [path, reason]

      def counted(named, path)
        fault(path, "#{named.size} of them; at most #{Arrangement::MOST} are read") if named.size > Arrangement::MOST
        long = named.keys.find { |n| n.length > Arrangement::LONGEST }
        fault(path, "'#{long[0, 60]}' is longer than the #{Arrangement::LONGEST} letters a name may have") if long
      end

      def explosion(path, steps)
        return fault(path, 'an explosion is a list of steps') unless steps.is_a?(Array)
        if steps.size > Arrangement::MOST_STEPS
          return fault(path, "#{steps.size} steps; at most #{Arrangement::MOST_STEPS} are read")
        end

        steps.each_with_index { |step, i| step(step, "#{path}[#{i}]") }
      end

      def step(step, path)
        unless step.is_a?(Hash) && step['components'].is_a?(Array)
          return fault(path, 'an explode step is {components: [...], direction: [x, y, z], distance: mm}')
        end

        components(step['components'], "#{path}.components")
        unless direction?(step['direction'])
          fault("#{path}.direction", 'needs three numbers [x, y, z], not all of them 0')
        end
        distance = step['distance']
        if distance.is_a?(Numeric) && !(distance.to_f.finite? && distance.abs <= FARTHEST)
          fault("#{path}.distance", "#{distance} mm is too far; at most #{FARTHEST.round} mm")
        end
      end

      def direction?(vector)
        vector.is_a?(Array) && vector.size == 3 && vector.all? { |c| c.is_a?(Numeric) && c.to_f.finite? } &&
          vector.any? { |c| c.abs > 1e-9 }
      end

      def display_set(path, looks)
        unless looks.is_a?(Hash) && looks.each_value.all?(Array)
          return fault(path, "a display set is {#{Arrangement::LOOKS.join(': [...], ')}: [...]}")
        end

        unknown = looks.keys - Arrangement::LOOKS
        unless unknown.empty?
          fault("#{path}.#{unknown[0]}", "unknown '#{unknown[0]}'; known here: #{Arrangement::LOOKS.join(', ')}")
        end
        looks.each { |look, list| components(list, "#{path}.#{look}") }
      end

      def components(list, path)
        lost = list.find { |c| !@known.call(c.to_s) }
        fault(path, "there is no component '#{lost}'") if lost
      end
    end
  end
end
