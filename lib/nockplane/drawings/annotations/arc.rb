# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # On an arc about the vertex of an angle; radius in mm of paper.
      Arc =
        Struct.new(:form, :radius, keyword_init: true) do
          include Place

          def initialize(form: 'angle', **fields) = super
          def self.fresh(_standard) = new(radius: 18.0)

          # [Ink].
          def ink(drawn)
            from, to = range(drawn)
            drawn.layout.angle(drawn.at.point(drawn.snapshot.centre), from, to, radius, drawn.words)
          end

          # The arc through a point of paper.
          def self.through(drawn, point)
            x, y = drawn.at.point(drawn.snapshot.centre)
            new(radius: [Math.hypot(point[0] - x, point[1] - y), 5.0].max.round(3))
          end

          # The place after dragging the words by dx, dy mm of paper.
          def dragged(drawn, dx, dy)
            mid = range(drawn).sum / 2
            with(radius: [radius + (dx * Math.cos(mid)) + (dy * Math.sin(mid)), 5.0].max.round(3))
          end

          private

          # Paper angles of the two legs, the smaller turn between them.
          def range(drawn)
            v = drawn.at.point(drawn.snapshot.centre)
            legs = [drawn.snapshot.from, drawn.snapshot.to].map { |p| drawn.at.point(p) }
            a, b = legs.map { |p| Math.atan2(p[1] - v[1], p[0] - v[0]) }
            turn = (b - a) % (2 * Math::PI)
            turn <= Math::PI ? [a, a + turn] : [b, b + (2 * Math::PI) - turn]
          end
        end
    end
  end
end
