# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # On a line that runs along an arc, gap mm of paper outside it.
      AlongArc =
        Struct.new(:form, :gap, keyword_init: true) do
          include Place

          def initialize(form: 'along arc', **fields) = super
          def self.fresh(standard) = new(gap: standard.first_row)

          def self.through(drawn, point)
            x, y = drawn.at.point(drawn.snapshot.centre)
            out = Math.hypot(point[0] - x, point[1] - y) - (drawn.kind.radius(drawn) * drawn.at.scale)
            new(gap: [out, 4.0].max.round(3))
          end

          # [Ink].
          def ink(drawn)
            from, to = range(drawn)
            r = drawn.kind.radius(drawn) * drawn.at.scale
            drawn.layout.arc_length(drawn.at.point(drawn.snapshot.centre), from, to, r, r + gap, drawn.words)
          end

          # The place after dragging the words by dx, dy mm of paper.
          def dragged(drawn, dx, dy)
            mid = range(drawn).sum / 2
            with(gap: [gap + (dx * Math.cos(mid)) + (dy * Math.sin(mid)), 4.0].max.round(3))
          end

          private

          # Paper angles of its ends, counter-clockwise, in radians.
          def range(drawn)
            x, y = drawn.at.point(drawn.snapshot.centre)
            a, b =
              [drawn.snapshot.from, drawn.snapshot.to].map do |p|
                drawn.at.point(p).then { |u, v| Math.atan2(v - y, u - x) }
              end
            # (Seen against its axis it runs the other way round.)
            a, b = b, a if Geometry::Vec.dot(drawn.snapshot.axis, drawn.at.frame.d).positive?
            [a, a + ((b - a) % (2 * Math::PI))]
          end
        end
    end
  end
end
