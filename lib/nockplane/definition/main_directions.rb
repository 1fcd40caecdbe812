# frozen_string_literal: true

module Nockplane
  module Definition
    # The three directions of a part, square to one another: first the one that most of it is square to or turned
    # about.
    module MainDirections
      # How much more a direction counts along which the part was modelled: parts stand square to the coordinates.
      UPRIGHT = 100.0

      module_function

      # facts: [Facts]. Returns three unit vectors.
      def of(facts)
        weights = weighed(facts)
        first = weights[0]&.first || [0.0, 0.0, 1.0]
        square = weights.find { |v, _| Geometry::Vec.dot(v, first).abs < Unknowns::PARALLEL }
        second = square ? square[0] : Geometry::Vec.any_normal(first)
        second = upright(first) || second unless square
        [first, second, Geometry::Vec.cross(first, second)]
      end

      def upright?(vector) = vector.any? { |c| c.abs > 1 - 1e-9 }

      # The coordinate axis square to a direction, where there is one.
      def upright(first)
        [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].find { |v| Geometry::Vec.dot(v, first).abs < 1e-9 }
      end

      # [[direction, mm² of faces square to it or turned about it], ...], the heaviest first; flat faces before turned
      # ones, which say less of how the part stands.
      def weighed(facts)
        groups = []
        facts.each do |f|
          next if f.surface.swept? || f.kind == :sphere

          weight = f.area * (f.kind == :plane ? 1.0 : 0.1) * (upright?(f.surface.axis) ? UPRIGHT : 1.0)
          known = groups.find { |g| Geometry::Vec.parallel?(g[0], f.surface.axis, Unknowns::PARALLEL) }
          known ? known[1] += weight : groups << [f.surface.axis, weight]
        end
        groups.sort_by { |v, w| [-w.round(3), v] }
      end
    end
  end
end
