# frozen_string_literal: true

module Nockplane
  module Projection
    # The image of a ring with that of its chords, and at which side of it convex polygons lie that come near it
    # (Rounds). Hot: while loops, lines made once.
    class RoundOutline
      PAD = Hiding::PAD
      # Part of its half width by which chords lie within a ring at most; part of it that is no distance.
      DEEP = Geometry::Chords::DEEP
      NEAR = 1e-9
      # Squares of the distances (in half widths) that are surely within all chords, and not outside the ring.
      INNER = (1 - DEEP)**2
      OUTER = (1 + NEAR)**2

      # x and y of the chords' ends, mm.
      attr_reader :xs, :ys

      # chords: [[x, y, x, y], ...], mm.
      def initialize(ring, frame, chords)
        @chords = chords
        @xs, @ys = chords.flat_map { |c| c.each_slice(2).to_a }.uniq.transpose
        @cx, @cy = frame.image(ring.centre)
        ways = [ring.p, ring.q].map { |v| [frame.r, frame.u].map { |e| Geometry::Vec.dot(v, e) } }
        (@px, @py), (@qx, @qy) = ways
        @area = (@px * @qy) - (@py * @qx)
      end

      # Where a convex polygon (counter-clockwise) lies: :outside, :within, nil across it or where that is not sure.
      # What only touches the chords is not across.
      def side(xs, ys)
        far = 0.0
        i = 0
        while i < xs.size
          d = distance(xs[i], ys[i])
          far = d if d > far
          i += 1
        end
        return :within if far < INNER
        return within?(xs, ys) ? :within : nil if far < OUTER

        :outside if beside?(xs, ys) || beyond_chord?(xs, ys)
      end

      private

      # Square of the distance of a place from the middle, in half widths of the ring.
      def distance(x, y)
        x -= @cx
        y -= @cy
        u = ((x * @qy) - (y * @qx)) / @area
        v = ((y * @px) - (x * @py)) / @area
        (u * u) + (v * v)
      end

      # Does a side of the polygon have the ring at its other side? Its ellipse tells unless it stands out beyond the
      # line by no more than chords do.
      def beside?(xs, ys)
        vx = xs[-1]
        vy = ys[-1]
        i = 0
        while i < xs.size
          ex = xs[i] - vx
          ey = ys[i] - vy
          length = Math.sqrt((ex * ex) + (ey * ey))
          if length > 1e-9
            p = (ex * @py) - (ey * @px)
            q = (ex * @qy) - (ey * @qx)
            reach = Math.sqrt((p * p) + (q * q))
            beyond = (ex * (@cy - vy)) - (ey * (@cx - vx)) + reach
            return true if beyond <= PAD * length
            return true if beyond <= (DEEP * reach) + (PAD * length) && right?(vx, vy, ex, ey, length)
          end
          vx = xs[i]
          vy = ys[i]
          i += 1
        end
        false
      end

      # Are all chords right of a line?
      def right?(vx, vy, ex, ey, length)
        @xs.each_with_index.all? { |x, i| (ex * (@ys[i] - vy)) - (ey * (x - vx)) <= PAD * length }
      end

      # Does a chord have the polygon at its outer side?
      def beyond_chord?(xs, ys)
        lines.any? do |ex, ey, off, room|
          i = 0
          i += 1 while i < xs.size && (ex * ys[i]) - (ey * xs[i]) - off <= room
          i == xs.size
        end
      end

      # Is a polygon within all chords?
      def within?(xs, ys)
        lines.all? do |ex, ey, off, room|
          i = 0
          i += 1 while i < xs.size && (ex * ys[i]) - (ey * xs[i]) - off >= -room
          i == xs.size
        end
      end

      # [[way along, its offset, room], ...] of the chords, each with the middle of the ring at its left.
      def lines
        @lines ||=
          @chords.map do |vx, vy, wx, wy|
            ex, ey = wx - vx, wy - vy
            ex, ey = -ex, -ey if ((ex * (@cy - vy)) - (ey * (@cx - vx))).negative?
            [ex, ey, (ex * vy) - (ey * vx), PAD * (ex.abs + ey.abs)]
          end
      end
    end
  end
end
