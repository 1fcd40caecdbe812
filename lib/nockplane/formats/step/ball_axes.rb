# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Axes of balls' faces as they are written. A ball with holes beside its axis has no outline that goes round, and
      # a reader takes what the hole left out for the face. So its axis is laid through a hole.
      class BallAxes
        # place: asked for the true place of a vertex id, mm.
        def initialize(solid, topology, place)
          @solid = solid
          @topology = topology
          @place = place
        end

        # { region index => Geometry::Surface with another axis }
        def all
          @topology.regions.each_with_index.filter_map { |region, k| (ball = of(region)) && [k, ball] }.to_h
        end

        private

        def of(region)
          ball = region.face.surface
          return nil unless ball.kind == :sphere && ball.field.nil? && region.loops.any?

          loops = region.loops.map { |l| Seams.around(@topology, l).map(&@place) }
          return nil unless SeamPlace.about(ball, loops).around.empty? && holds_pole?(region, ball)

          loops.filter_map { |points| through(points, ball) }.find { |b| SeamPlace.about(b, loops).around.any? }
        end

        # The ball with its axis through the middle of a loop; nil for a loop with none.
        def through(points, ball)
          middle = 3.times.map { |k| points.sum { |p| p[k] } / points.size }
          Geometry::Surface.sphere(
            ball.origin,
            Geometry::Vec.unit(Geometry::Vec.sub(middle, ball.origin)),
            ball.radius
          )
        rescue Geometry::ZeroVector
          nil
        end

        def holds_pole?(region, ball)
          [ball.axis, Geometry::Vec.neg(ball.axis)].any? do |pole|
            region.facets.any? { |i| over?(@solid.facets[i], ball.origin, pole) }
          end
        end

        # Does a ray from a point meet the facet? (Corners of the mesh stand at poles: its border counts, for which
        # Solids::Ray is no judge.)
        def over?(facet, origin, way)
          corners = facet.loops[0].map { |id| Geometry::Vec.sub(@solid.point(id), origin) }
          return false unless corners.any? { |c| Geometry::Vec.dot(c, way).positive? }

          sides = corners.each_index.map do |i|
            Geometry::Vec.dot(way, Geometry::Vec.cross(corners[i - 1], corners[i]))
          end
          sides.all? { |s| s >= -1e-9 } || sides.all? { |s| s <= 1e-9 }
        end
      end
    end
  end
end
