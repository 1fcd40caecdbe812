# frozen_string_literal: true

module Nockplane
  module Solids
    # The separate bodies of a solid: each outer shell with the voids inside it.
    module Bodies
      module_function

      # [Solid], largest first.
      def of(solid)
        shells = solid.shells.map { |ids| Solid.compact(solid, ids.map { |i| solid.facets[i] }) }
        return [solid] if shells.size == 1

        outer, voids = shells.partition { |s| Mass.of(s).volume.positive? }
        outer = outer.sort_by { |s| -Mass.of(s).volume }
        inside = voids.group_by { |v| outer.reverse.find { |s| holds?(s.box, v.box) } }
        outer.map { |s| inside[s] ? Mesh.compound([s, *inside[s]]) : s }
      end

      def count(solid) = solid.shells.size == 1 ? 1 : of(solid).size

      def holds?(box, other) = 3.times.all? { |k| box[k] <= other[k] + 1e-6 && box[k + 3] >= other[k + 3] - 1e-6 }
    end
  end
end
