# frozen_string_literal: true

module Nockplane
  module Projection
    # A ring seen edge-on: the line that it is, and how deep (mm) its nearer half lies.
    class RoundEdgeOn
      def initialize(ring, frame)
        @x, @y = frame.image(ring.centre)
        @middle = frame.depth(ring.centre)
        p, q = [ring.p, ring.q].map { |v| [frame.r, frame.u, frame.d].map { |e| Geometry::Vec.dot(v, e) } }
        dx, dy = [p, q].max_by { |w| Math.hypot(w[0], w[1]) }
        @ex, @ey = dx / Math.hypot(dx, dy), dy / Math.hypot(dx, dy)
        a, b = [p, q].map { |w| (w[0] * @ex) + (w[1] * @ey) }
        @half = Math.hypot(a, b)
        # depth along the line: that of the middle + lean s +- bulge sqrt(1 - s^2), s from -1 to 1
        @lean = ((p[2] * a) + (q[2] * b)) / @half
        @bulge = ((q[2] * a) - (p[2] * b)).abs / @half
      end

      # [[x, y], [x, y]]
      def ends = [-@half, @half].map { |at| [@x + (@ex * at), @y + (@ey * at)] }

      # Depths that none of the ring is before, and none of its nearer half behind.
      def nearest = @middle - Math.hypot(@lean, @bulge)
      def farthest = @middle + @lean.abs

      # Is a place of the ring on its nearer half?
      def nearer?(x, y, depth)
        along = (((x - @x) * @ex) + ((y - @y) * @ey)) / @half
        depth < @middle + (@lean * along) - Hiding::DEPTH
      end
    end
  end
end
