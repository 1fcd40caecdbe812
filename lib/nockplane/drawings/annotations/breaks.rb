# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # Extension lines of a dimension, broken where lines of other dimensions cross them (DIM-02, [practice]).
      module Breaks
        # mm of paper left open on either side of a crossing.
        GAP = 1.2

        module_function

        # [Ink] of a dimension; others: -> { [[x0, y0, x1, y1], ...] } lines of the other ones.
        def cut(dimension, drawn, others)
          ink = drawn.ink
          return ink unless dimension.place.is_a?(Row) && dimension.place.breaks

          lines = others.call
          _, n = drawn.axes
          ink.flat_map { |item| extension?(item, n) ? pieces(item, lines) : [item] }
        end

        # A straight line square to the direction of measuring.
        def extension?(item, normal)
          return false unless item.is_a?(Drafting::Ink::Line) && !item.closed && item.points.size == 2

          (a, b), (c, d) = item.points
          length = Math.hypot(c - a, d - b)
          length > 1e-6 && ((((c - a) * normal[1]) - ((d - b) * normal[0])) / length).abs < 1e-6
        end

        # The line without what lies near its crossings.
        def pieces(line, others)
          p, q = line.points
          length = Math.hypot(q[0] - p[0], q[1] - p[1])
          shares = others.filter_map { |s| share(p, q, s) }
          open = shares.map { |t| [t - (GAP / length), t + (GAP / length)] }
          kept(open).map do |from, to|
            line.dup.tap { |l| l.points = [from, to].map { |t| [0, 1].map { |k| p[k] + ((q[k] - p[k]) * t) } } }
          end
        end

        # Parts of 0..1 outside the open ones.
        def kept(open)
          at = 0.0
          found =
            open
              .sort
              .each_with_object([]) do |(from, to), list|
                list << [at, from] if from > at
                at = [at, to].max
              end
          at < 1 ? found << [at, 1.0] : found
        end

        # Where a segment crosses the line, as a part of it; nil where it does not.
        def share(p, q, segment)
          ax, ay, bx, by = segment
          return nil unless Convex.cross?(*p, *q, ax, ay, bx, by)

          u = ((bx - ax) * (p[1] - ay)) - ((by - ay) * (p[0] - ax))
          v = ((bx - ax) * (q[1] - ay)) - ((by - ay) * (q[0] - ax))
          u / (u - v)
        end
      end
    end
  end
end
