# frozen_string_literal: true

module Nockplane
  module Projection
    class Repeats
      # What is told as one (an occurrence, or an island of one) in the view: shape (a number, alike for one part turned
      # one way), image and depth of its origin, and how far its image reaches along the WAYS: [from, to, ...], mm.
      Place =
        Struct.new(:shape, :x, :y, :depth, :reach) do
          # Of image points [x, y] about an origin, with room for what bulges.
          def self.reach(points, x, y)
            spans = WAYS.map { |u, v| points.map { |px, py| (u * (px - x)) + (v * (py - y)) }.minmax }
            room = ROOM + (BULGE * spans.map { |from, to| to - from }.max)
            spans.flat_map { |from, to| [from - room, to + room] }
          end

          # At an origin, with a reach about it.
          def self.at(shape, x, y, depth, reach)
            at = WAYS.flat_map { |u, v| [(u * x) + (v * y)] * 2 }
            new(shape, x, y, depth, reach.zip(at).map(&:sum))
          end

          def origin = [x, y, depth]

          # From its origin to that of another.
          def way(other) = [other.x - x, other.y - y, other.depth - depth]

          # Of its image across or up, whichever is more.
          def size = [reach[1] - reach[0], reach[3] - reach[2]].max

          def wider?(other) = size > WIDER * other.size

          # [x0, x1, y0, y1] of its image from the origin of another.
          def box_from(other)
            x0, x1, y0, y1 = reach
            [x0 - other.x, x1 - other.x, y0 - other.y, y1 - other.y]
          end

          # Are the two apart along one of the WAYS?
          def apart?(other)
            one = reach
            two = other.reach
            k = 0
            while k < one.size
              return true if one[k] > two[k + 1] || two[k] > one[k + 1]

              k += 2
            end
            false
          end
        end
    end
  end
end
