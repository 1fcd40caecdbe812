# frozen_string_literal: true

module Nockplane
  module Geometry
    # Unit normals of a free surface at the points where a mesh meets it, and the surface itself (Chart) where it is known, so that places
    # between those points can be found on it.
    class NormalField
      GRAIN = 1e-3
      # Directions in which the chart's own axes lie, and the place of its origin.
      HOME = [[0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].freeze

      # pairs: [[point, normal, [u, v] or nil], ...], at least one; chart: the surface as it was made, before any move; home: [origin,
      # x, y, z] of the chart's axes now.
      def initialize(pairs, chart: nil, home: HOME)
        @pairs = pairs
        @chart = chart
        @home = home
        @cells = {}
        pairs.each { |pair| @cells[key(pair[0])] ||= pair }
      end

      # The normal at a point; away from the mesh that of the nearest one.
      def at(point) = known(point)[1]

      # [point on the surface, normal there] nearest to a point close to it; where only the mesh is known, the point itself.
      def settled(point)
        return [point, at(point)] unless @chart

        origin, *axes = @home
        local = Vec.sub(point, origin).then { |d| axes.map { |a| Vec.dot(a, d) } }
        uv = @chart.uv(local, known(point)[2])
        normal = @chart.normal(*uv) or return [point, at(point)]
        [Vec.add(origin, out(@chart.at(*uv))), out(normal)]
      end

      def mapped(point, direction)
        NormalField.new(@pairs.map { |p, n, uv| [point[p], direction[n], uv] }, chart: @chart, home: [point[@home[0]], *@home.drop(1).map { |a| direction[a] }])
      end

      private

      def known(point) = @cells[key(point)] || @pairs.min_by { |p, _| Vec.sub(p, point).then { |d| Vec.dot(d, d) } }

      # A direction of the chart's axes as it lies now.
      def out(direction) = 3.times.map { |k| (@home[1][k] * direction[0]) + (@home[2][k] * direction[1]) + (@home[3][k] * direction[2]) }

      def key(point) = point.map { |c| (c / GRAIN).round }
    end
  end
end
