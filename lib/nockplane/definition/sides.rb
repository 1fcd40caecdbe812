# frozen_string_literal: true

module Nockplane
  module Definition
    # What holds in a sheet: its two sides are as far from each other everywhere, so that a thickness said once goes for
    # all walls, and for the two radii of every bend. As rows between unknowns.
    class Sides
      # pairs: [[face, face of the other side], ...].
      def initialize(shape, pairs)
        @shape = shape
        @unknowns = shape.unknowns
        @pairs = pairs.select { |pair| pair.all? { |name| shape.facts.key?(name) } }
      end

      def rows = @pairs.filter_map { |a, b| planes(a, b) || radii(a, b) }.reject(&:empty?)

      private

      def thickness(value) = @unknowns.keyed([:sheet], :own, value)

      def planes(a, b)
        return nil unless [a, b].all? { |name| @shape.plane?(name) }

        one, other = [a, b].map { |name| @unknowns[@shape.place[name][0]] }
        return nil unless one.direction == other.direction

        apart = one.value - other.value
        sign = (apart <=> 0).to_f
        point = @shape.facts[a].middle
        Definition.sum(
          [@shape.plane_row(a, point), sign],
          [@shape.plane_row(b, point), -sign],
          [{ thickness(apart.abs) => 1.0 }, -1.0]
        )
      end

      def radii(a, b)
        inner, outer = [a, b].map { |name| @shape.radius(name) }.sort_by { |u| u ? @unknowns[u].value : 0 }
        return nil unless inner && outer && [a, b].none? { |name| @shape.plane?(name) }

        apart = @unknowns[outer].value - @unknowns[inner].value
        Definition.sum([{ outer => 1.0 }, 1.0], [{ inner => 1.0 }, -1.0], [{ thickness(apart) => 1.0 }, -1.0])
      end
    end
  end
end
