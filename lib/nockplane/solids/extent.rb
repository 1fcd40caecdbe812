# frozen_string_literal: true

module Nockplane
  module Solids
    # The box of the true shape: corners of chords on cylinders and cones are moved out to the surface they stand for,
    # and arcs reach past their chords.
    # (Solid#box is the box of the chords, up to a thousandth of the radius smaller where a cut took a quadrant.)
    module Extent
      module_function

      XYZ = [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].freeze

      # [x0, y0, z0, x1, y1, z1] in mm; along other axes (three unit vectors) when given.
      def of(solid, axes = XYZ)
        points = Array.new(solid.xs.size) { |i| solid.point(i) }
        around = around(solid)
        points.concat(around.map { |i, surfaces| true_place(solid.point(i), surfaces) })
        solid.facets.each do |f|
          surface = f.face.surface
          next unless %i[cylinder cone].include?(surface.kind)

          f.each_edge { |a, b| points.concat(bulges(surface, solid.point(a), solid.point(b), axes)) }
        end
        points = points.compact
        axes.map { |e| points.map { |p| Geometry::Vec.dot(p, e) }.minmax }.transpose.flatten
      end

      # { vertex => [Surface] } of the vertices of cylinders and cones.
      def around(solid)
        round = Hash.new { |h, k| h[k] = [] }
        solid.facets.each { |f| f.loops.each { |ids| ids.each { |i| round[i] |= [f.face.surface] } } }
        round.select { |_, surfaces| surfaces.any? { |s| %i[cylinder cone].include?(s.kind) } }
      end

      # mm that a corner may be moved.
      REACH = 1.0

      # Where the surfaces of a corner meet; square to the axis onto a cylinder or cone that it is on alone. nil: where
      # it is.
      def true_place(point, surfaces)
        apart =
          surfaces
            .reject(&:swept?)
            .each_with_object([]) { |s, kept| kept << s unless kept.any? { |k| k.coincident?(s) } }
            .first(3)
        apart.size == 1 ? on(apart[0], point) : Geometry::Meeting.polish(point, apart, REACH)
      end

      # Where the arc over a chord (both ends at one height) reaches farthest along one of the axes, if it does so
      # between its ends.
      def bulges(surface, a, b, axes)
        height = Geometry::Vec.dot(Geometry::Vec.sub(a, surface.origin), surface.axis)
        return [] if (Geometry::Vec.dot(Geometry::Vec.sub(b, surface.origin), surface.axis) - height).abs > 1e-6

        foot = Geometry::Vec.along(surface.origin, surface.axis, height)
        ua, ub = [a, b].map { |p| Geometry::Vec.sub(p, foot) }
        return [] if [ua, ub].any? { |u| Geometry::Vec.length(u) < 1e-9 }

        middle = Geometry::Vec.add(Geometry::Vec.unit(ua), Geometry::Vec.unit(ub))
        return [] if Geometry::Vec.length(middle) < 1e-9 # straight across the axis: no arc's chord

        middle = Geometry::Vec.unit(middle)
        reach = Geometry::Vec.dot(Geometry::Vec.unit(ua), middle)
        farthest(surface.axis, axes)
          .select { |u| Geometry::Vec.dot(u, middle) >= reach }
          .map { |u| on(surface, Geometry::Vec.add(foot, u)) }
      end

      # Unit vectors square to the axis that reach farthest along each of the axes, both ways.
      def farthest(axis, axes)
        axes.flat_map do |e|
          u = Geometry::Vec.along(e, axis, -Geometry::Vec.dot(e, axis))
          next [] if Geometry::Vec.length(u) < 1e-9

          [Geometry::Vec.unit(u), Geometry::Vec.neg(Geometry::Vec.unit(u))]
        end
      end

      # The point moved square to the axis onto the surface; nil on the axis.
      def on(surface, point)
        q = Geometry::Vec.sub(point, surface.origin)
        along = Geometry::Vec.dot(q, surface.axis)
        out = Geometry::Vec.along(q, surface.axis, -along)
        return nil if Geometry::Vec.length(out) < 1e-9

        radius = surface.radius + ((surface.slope || 0.0) * along)
        Geometry::Vec.add(
          Geometry::Vec.along(surface.origin, surface.axis, along),
          Geometry::Vec.scale(Geometry::Vec.unit(out), radius)
        )
      end
    end
  end
end
