# frozen_string_literal: true

module Nockplane
  module Solids
    # Facets between two polygons that stand for one circle: a head whose cone ends on the circle of a shank, say, where
    # the one circle has 36 chords and the other 24. Of the true shapes nothing lies there. Such a facet is made a part
    # of the cylinder beside it, so that it is no face of its own and its edges are the circle.
    module ChordGaps
      # Times the square of its longest side that twice the area of such a facet is at most.
      THIN = 0.08
      # mm, off the circle.
      NEAR = Geometry::Chords::NEAR

      module_function

      # The solid with such facets in the faces beside them; itself when there are none.
      def absorbed(solid)
        thin = solid.facets.each_index.select { |i| thin?(solid, solid.facets[i]) }
        return solid if thin.empty?

        beside = {}
        solid.facets.each_with_index { |f, i| f.each_edge { |a, b| beside[(a << 32) | b] = i } }
        moved = thin.filter_map { |i| (home = home_of(solid, i, beside)) && [i, home] }.to_h
        return solid if moved.empty?

        facets = solid.facets.each_with_index.map { |f, i| moved[i] ? f.with_face(moved[i]) : f }
        Solid.new(solid.xs, solid.ys, solid.zs, facets)
      end

      def thin?(solid, facet)
        return false unless facet.face.surface.plane? && facet.loops.size == 1

        Geometry::Polygon.thin?(facet.loops[0].map { |v| solid.point(v) }, THIN)
      end

      # The face of the cylinder beside a facet, when all its corners lie on chords of the cylinder's circle and all
      # faces beside it are turned about that axis and pass through that circle; else nil.
      def home_of(solid, index, beside)
        facet = solid.facets[index]
        sides = []
        facet.each_edge { |a, b| sides << [a, b, beside[(b << 32) | a]] }
        return nil unless sides.all?(&:last)

        faces = sides.map { |_, _, i| solid.facets[i].face }
        home = home_side(solid, sides, faces) or return nil
        circle = facet.loops[0].map { |v| out(home.surface, solid.point(v)) or return nil }
        home if faces.all? { |f| about?(f.surface, facet.normal, circle) }
      end

      # Of the cylinders beside it the one along the longest side.
      def home_side(solid, sides, faces)
        sides
          .zip(faces)
          .select { |_, face| face.surface.kind == :cylinder }
          .max_by { |(a, b, _), _| Geometry::Vec.distance(solid.point(a), solid.point(b)) }
          &.last
      end

      # The place of a cylinder straight outside one of its chords; nil for a point deeper within, or outside.
      def out(cylinder, point)
        distance = cylinder.radial_distance(point)
        return nil unless Geometry::Chords.on?(cylinder.radius, distance)

        Geometry::Vec.along(point, cylinder.normal_at(point), cylinder.radius - distance)
      end

      # Does a surface turn about an axis square to a facet, and pass through points?
      def about?(surface, normal, points)
        surface.turned? && Geometry::Vec.parallel?(surface.axis, normal, NEAR) &&
          points.all? { |p| surface.distance(p).abs < NEAR }
      end
    end
  end
end
