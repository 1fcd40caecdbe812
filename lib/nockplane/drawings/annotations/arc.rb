# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # On an arc about the vertex of an angle; radius in mm of paper; opposite: true on the other side of the vertex,
      # between the legs drawn out (the vertical angle, which is equal).
      Arc =
        Struct.new(:form, :radius, :opposite, keyword_init: true) do
          include Place

          def initialize(form: 'angle', **fields) = super
          def self.fresh(_standard) = new(radius: 18.0)

          # [Ink].
          def ink(drawn)
            from, to = range(drawn)
            drawn.layout.angle(drawn.at.point(drawn.snapshot.centre), from, to, radius, drawn.words, leg: leg(drawn))
          end

          # The arc through a point of paper.
          def self.through(drawn, point)
            x, y = drawn.at.point(drawn.snapshot.centre)
            radius = [Math.hypot(point[0] - x, point[1] - y), 5.0].max.round(3)
            mid = new(radius: radius).send(:range, drawn).sum / 2
            behind = ((point[0] - x) * Math.cos(mid)) + ((point[1] - y) * Math.sin(mid)) < 0
            new(radius: radius, opposite: (true if behind))
          end

          def turned = with(opposite: (opposite ? nil : true))

          # The place after dragging the words by dx, dy mm of paper.
          def dragged(drawn, dx, dy)
            mid = range(drawn).sum / 2
            moved = radius + (dx * Math.cos(mid)) + (dy * Math.sin(mid))
            # (Dragged past the vertex it goes to the other side.)
            return turned.with(radius: [-moved, 5.0].max.round(3)) if moved < -5.0

            with(radius: [moved, 5.0].max.round(3))
          end

          private

          # mm of paper from the apex of a cone to its wide end, negative on the other side of it; nil of two faces.
          def leg(drawn)
            return nil if drawn.snapshot.faces.size > 1

            apex, wide = [drawn.snapshot.centre, drawn.snapshot.from].map { |p| drawn.at.point(p) }
            Math.hypot(wide[0] - apex[0], wide[1] - apex[1]) * (opposite ? -1 : 1)
          end

          # Paper angles of the two legs, the smaller turn between them.
          def range(drawn)
            v = drawn.at.point(drawn.snapshot.centre)
            legs = [drawn.snapshot.from, drawn.snapshot.to].map { |p| drawn.at.point(p) }
            a, b = legs.map { |p| Math.atan2(p[1] - v[1], p[0] - v[0]) }
            turn = (b - a) % (2 * Math::PI)
            found = turn <= Math::PI ? [a, a + turn] : [b, b + (2 * Math::PI) - turn]
            opposite ? found.map { |angle| angle + Math::PI } : found
          end
        end
    end
  end
end
