# frozen_string_literal: true

module Nockplane
  module Projection
    class Overlaid
      # A span of a curve: points as of Stroke, whether it is left out, and the spans (nil for none) that it runs on in
      # without turning back: these don't lie on it.
      Span =
        Struct.new(:points, :gone, :before, :after) do
          # [Span] of the spans of a curve, by their points, end to end.
          def self.linked(spans)
            spans = spans.map { |points| new(points, false) }
            spans.each_cons(2) { |one, other| one.before_of(other) if one.runs_on?(other) }
            spans
          end

          # Its two halves.
          def halves
            first, second = [[0.0, 0.5], [0.5, 1.0]].map { |part| Span.new(Exact.part(points, *part), false) }
            first.before = before
            first.before_of(second)
            second.after = after
            [first, second]
          end

          def before_of(other)
            self.after = other
            other.before = self
          end

          # Does the curve go on in another span that does not turn back along this one?
          def runs_on?(other)
            [self, other].all? { |s| Span.turned(s.points[0, 2], s.points[-2, 2]) > Span::TURN } &&
              Span.turned(points[-2, 2], other.points[0, 2]) > Span::JOINT
          end

          # Cosine of the angle between two legs of points, -1 where one has no length.
          def self.turned(((ax, ay), (bx, by)), ((cx, cy), (dx, dy)))
            ux, uy, vx, vy = bx - ax, by - ay, dx - cx, dy - cy
            l = Math.hypot(ux, uy) * Math.hypot(vx, vy)
            l < 1e-12 ? -1.0 : ((ux * vx) + (uy * vy)) / l
          end
        end
      # Cosine of the angle by which a span may turn, and two may at their joint, to run on.
      Span::TURN = 0.3
      Span::JOINT = 0.9
    end
  end
end
