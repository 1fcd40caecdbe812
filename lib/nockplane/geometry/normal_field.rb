# frozen_string_literal: true

module Nockplane
  module Geometry
    # Unit normals of a free surface at the points where a mesh meets it.
    class NormalField
      GRAIN = 1e-3

      # pairs: [[point, normal], ...], at least one.
      def initialize(pairs)
        @pairs = pairs
        @cells = {}
        pairs.each { |p, n| @cells[key(p)] ||= n }
      end

      # The normal at a point; away from the mesh that of the nearest one.
      def at(point) = @cells[key(point)] || @pairs.min_by { |p, _| Vec.sub(p, point).then { |d| Vec.dot(d, d) } }[1]

      def mapped(point, direction) = NormalField.new(@pairs.map { |p, n| [point[p], direction[n]] })

      private

      def key(point) = point.map { |c| (c / GRAIN).round }
    end
  end
end
