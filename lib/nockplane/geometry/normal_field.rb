# frozen_string_literal: true

module Nockplane
  module Geometry
    # Unit normals of a free surface at the points where a mesh meets it, and the surface itself (Chart) where it is
    # known, so that places between those points can be found on it.
    class NormalField
      GRAIN = 1e-3
      # Directions in which the chart's own axes lie, and the place of its origin.
      HOME = [[0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].freeze

      # A direction of a chart's axes as it lies when those are at home: [origin, x, y, z].
      def self.turned(home, direction)
        3.times.map { |k| (home[1][k] * direction[0]) + (home[2][k] * direction[1]) + (home[3][k] * direction[2]) }
      end

      # pairs: [[point, normal, [u, v] or nil], ...], at least one; chart: the surface as it was made, before any move;
      # home: [origin, x, y, z] of the chart's axes now.
      def initialize(pairs, chart: nil, home: HOME)
        @pairs = pairs
        @chart = chart
        @home = home
        @cells = {}
        pairs.each { |pair| @cells[key(pair[0])] ||= pair }
      end

      # The surface as it was made, nil where only the mesh is known.
      attr_reader :chart

      # Was the chart mirrored, so that its axes are left-handed?
      def mirrored? = Vec.dot(Vec.cross(@home[1], @home[2]), @home[3]).negative?

      # Where a point of the chart has come to lie, and a direction.
      def placed(point) = Vec.add(@home[0], out(point))
      def out(direction) = NormalField.turned(@home, direction)

      # Parameters of a point of the mesh, nil where they are not known.
      def uv(point) = @cells[key(point)]&.at(2)

      # The normal at a point; away from the mesh that of the surface where it can be found, else of the nearest point.
      def at(point) = @cells[key(point)]&.at(1) || (located? ? settled(point)[1] : known(point)[1])

      # Can it tell how far a point is from the surface?
      def located? = !@chart.nil? && @chart.located?

      # mm along the normal, of a point near the surface.
      def distance(point)
        foot, normal = settled(point)
        Vec.dot(Vec.sub(point, foot), normal)
      end

      # [point on the surface, normal there] nearest to a point close to it; where only the mesh is known, the point
      # itself. near: a point of the mesh close by.
      def settled(point, near = point)
        return [point, at(point)] unless @chart

        origin, *axes = @home
        local = Vec.sub(point, origin).then { |d| axes.map { |a| Vec.dot(a, d) } }
        uv = @chart.foot(local, @chart.located? ? @cells[key(near)]&.at(2) : known(near)[2])
        normal = @chart.normal(*uv) or return [point, at(point)]
        [Vec.add(origin, out(@chart.at(*uv))), out(normal)]
      end

      # Path over the surface from one mesh point to another, straight in its parameters (over a seam the short way);
      # nil where those aren't known or lie far apart.
      def path(from, to)
        a, b = [from, to].map { |p| @cells[key(p)] }
        return nil unless @chart && a && b && a[2] && b[2]

        from, to = along_meridian(a[2], b[2])
        near = beside(from, to)
        near && Path.new(@chart, @home, from, near)
      end

      def mapped(point, direction)
        NormalField.new(
          @pairs.map { |p, n, uv| [point[p], direction[n], uv] },
          chart: @chart,
          home: [point[@home[0]], *@home.drop(1).map { |a| direction[a] }]
        )
      end

      # A path on a chart that lies at home: [origin, x, y, z].
      Path = Struct.new(:chart, :home, :from, :to) do
        def uv(part) = 2.times.map { |k| from[k] + ((to[k] - from[k]) * part) }
        # Unit normal at a part of the way, nil where there is none.
        def normal(part) = chart.normal(*uv(part))&.then { |n| out(n) }
        def point(part) = Vec.add(home[0], out(chart.at(*uv(part))))

        # Unit direction in the surface in which n.d does not change, where that is 0; nil where it changes in none.
        def level(part, d)
          u, v = uv(part)
          known = chart.bends(u, v)
          su, sv = known || chart.partials(u, v)
          du, dv = known ? changes(known, d) : differences(u, v, d)
          return nil unless du

          along = out(Vec.sub(Vec.scale(su, dv), Vec.scale(sv, du)))
          l = Vec.length(along)
          l < 1e-12 ? nil : Vec.scale(along, 1 / l)
        end

        # How n.d changes along u and v (n not of unit length): (Su x Sv)u . d and (Su x Sv)v . d.
        def changes((su, sv, suu, suv, svv), d)
          size = Vec.length(Vec.cross(su, sv))
          return nil if size < 1e-14 * (1 + Vec.dot(su, su))

          here = home.drop(1).map { |axis| Vec.dot(axis, d) }
          [[suu, suv], [suv, svv]].map do |one, other|
            (Vec.dot(Vec.cross(one, sv), here) + Vec.dot(Vec.cross(su, other), here)) / size
          end
        end

        # The same by central differences of unit normals; nil where there is none.
        def differences(u, v, d)
          steps = chart.domain.map { |range| range ? (range[1] - range[0]) * 1e-4 : 1e-3 }
          [[[u + steps[0], v], [u - steps[0], v]], [[u, v + steps[1]], [u, v - steps[1]]]].zip(steps)
            .map do |ends, step|
              ahead, back = ends.map { |at| chart.normal(*at) || (return nil) }
              Vec.dot(out(Vec.sub(ahead, back)), d) / (2 * step)
            end
        end

        def out(direction) = NormalField.turned(home, direction)
      end

      private

      # Two places of which a pole, where any u will do, has that of the other.
      def along_meridian(one, other)
        return [[other[0], one[1]], other] if @chart.pole?(one[1])

        @chart.pole?(other[1]) ? [one, [one[0], other[1]]] : [one, other]
      end

      # Parameters of the other place in the turn in which it lies nearest to the one; nil when that is not near.
      def beside(one, other)
        moved =
          2.times.map do |k|
            (period = @chart.periods[k]) ? other[k] + (period * ((one[k] - other[k]) / period).round) : other[k]
          end
        moved if 2.times.all? { |k| (period = @chart.periods[k]).nil? || (one[k] - moved[k]).abs < period / 4 }
      end

      def known(point) = @cells[key(point)] || @pairs.min_by { |p, _| Vec.sub(p, point).then { |d| Vec.dot(d, d) } }

      def key(point) = point.map { |c| (c / GRAIN).round }
    end
  end
end
