# frozen_string_literal: true

module Nockplane
  module Projection
    # Outlines within cylinders and cones run beside their chords, and end elsewhere along the ruling: their parts out
    # of sight, found on the chord, are told on the true line at the places beside them. A chord may lie on that of a
    # rim in the image, where the true outline does not.
    module Outlines
      # mm of image that a chord must lie off to be moved.
      NEAR = 1e-9

      module_function

      # [Seen] with such outlines on their true lines: ends, [[x, y], [x, y]] of the image, is known of those.
      # px, py: images of the vertices, mm.
      def settled(list, px, py, frame)
        list.map do |s|
          next s unless s.kind == :silhouette && s.edge.kind == :inner && s.leaves.nil?

          chord = [s.edge.a, s.edge.b].map { |v| [px[v], py[v]] }
          moved(s, chord, [s.from, s.to].map { |p| frame.image(p) })
        end
      end

      def moved(seen, chord, ends)
        return seen if chord.flatten.zip(ends.flatten).all? { |a, b| (a - b).abs < NEAR }

        place = ->(t) { t <= 0.0 ? 0.0 : (t >= 1.0 ? 1.0 : beside(chord, ends, t).clamp(0.0, 1.0)) }
        seen.dup.tap do |s|
          s.hidden = seen.hidden.map { |range| range.map(&place) }
          s.ends = ends
        end
      end

      # Part of the way from one end to the other at the foot of a chord's place.
      def beside(((ax, ay), (bx, by)), ((x0, y0), (x1, y1)), t)
        dx, dy = x1 - x0, y1 - y0
        square = (dx * dx) + (dy * dy)
        return t if square < 1e-18

        (((ax + ((bx - ax) * t) - x0) * dx) + ((ay + ((by - ay) * t) - y0) * dy)) / square
      end
      private_class_method :moved, :beside
    end
  end
end
