# frozen_string_literal: true

module Nockplane
  module Drawings
    # Finds a free place on a sheet for a box, near a wanted one and in the middle of the free room there. Paper mm.
    class Spot
      STEP = 8.0

      # frame: where it must lie; obstacles and taken: boxes to keep clear of by room mm.
      def initialize(frame, obstacles, taken, room)
        @frame = frame
        @boxes = obstacles + taken
        @room = room
      end

      # Middle [x, y] for a box w by h near (x, y), in the middle of the free room there; nil when there is none.
      def near(x, y, w, h)
        spot = nearest(x, y, w, h)
        spot && settled(spot, (w / 2) + @room, (h / 2) + @room)
      end

      # The same as near as can be.
      def nearest(x, y, w, h)
        hw = (w / 2) + @room
        hh = (h / 2) + @room
        low = [@frame[0] + hw, @frame[1] + hh]
        high = [@frame[2] - hw, @frame[3] - hh]
        return nil if low[0] > high[0] + 1e-6 || low[1] > high[1] + 1e-6

        steps(low[0], high[0], x)
          .product(steps(low[1], high[1], y))
          .select { |cx, cy| free?(cx, cy, hw, hh) }
          .min_by { |cx, cy| ((cx - x)**2) + ((cy - y)**2) }
      end

      private

      # Places to try: the wanted one, the ends, and every few mm between.
      def steps(low, high, wanted)
        count = ((high - low) / STEP).ceil.clamp(1, 120)
        [wanted.clamp(low, [high, low].max), *(0..count).map { |i| low + ((high - low) * i / count) }]
      end

      def free?(cx, cy, hw, hh)
        box = [cx - hw, cy - hh, cx + hw, cy + hh]
        @boxes.none? { |b| Geometry::Box.meet?(box, b) }
      end

      # In the middle of the free room beside it, then above and below it.
      def settled(spot, hw, hh)
        cx, cy = spot
        left = [@frame[0], *beside(cy, hh).filter_map { |b| b[2] if b[2] <= cx - hw + 1e-6 }].max
        right = [@frame[2], *beside(cy, hh).filter_map { |b| b[0] if b[0] >= cx + hw - 1e-6 }].min
        mx = limited((left + right) / 2, cx)
        low = [@frame[1], *above(mx, hw).filter_map { |b| b[3] if b[3] <= cy - hh + 1e-6 }].max
        high = [@frame[3], *above(mx, hw).filter_map { |b| b[1] if b[1] >= cy + hh - 1e-6 }].min
        [mx.round(3), limited((low + high) / 2, cy).round(3)]
      end

      # Not farther than 40 mm from where it was found.
      def limited(middle, found) = middle.clamp(found - 40, found + 40)
      def beside(cy, hh) = @boxes.select { |b| b[1] < cy + hh && b[3] > cy - hh }
      def above(cx, hw) = @boxes.select { |b| b[0] < cx + hw && b[2] > cx - hw }
    end
  end
end
