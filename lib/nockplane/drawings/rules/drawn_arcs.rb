# frozen_string_literal: true

module Nockplane
  module Drawings
    # The parts of a circle that a view really draws: where a leader of its size may end. A corner's radius has only its
    # own arc, a rim with notches only what is between them.
    class DrawnArcs
      # mm of the model within which an arc is that of the size; degrees kept from an arc's ends.
      ON = 1e-3
      ENDS = 4.0

      # dimension: of a circle seen in its true shape. Gives nil where every direction will do.
      def self.of(builder, at, dimension)
        kind = Annotations.of(dimension)
        return nil unless kind.on_arcs? && kind.circle?(dimension.snapshot, at.frame)

        found = new(builder.linework_of(dimension), at.frame, dimension.snapshot)
        found.ranges.empty? && !kind.own_arc_only? ? nil : found
      end

      def initialize(linework, frame, snapshot)
        @linework = linework
        @frame = frame
        @snapshot = snapshot
      end

      # [[from, to], ...] in degrees, to > from.
      def ranges = @ranges ||= own_arcs.map { |s| [degrees(s.from + s.rotation), degrees(s.to + s.rotation)] }

      # Is a direction (degrees) on one of the arcs?
      def include?(angle)
        return (((angle - middle + 180) % 360) - 180).abs < 20 if ranges.empty?

        ranges.any? do |from, to|
          to - from > 359 || ((angle - from) % 360).then { |a| a > ENDS && a < to - from - ENDS }
        end
      end

      # Directions in the middle of arcs.
      def middles = ranges.empty? ? [middle] : ranges.map { |from, to| (from + to) / 2 }

      private

      # Direction of a radius as it was measured.
      def middle
        a, b = @snapshot.from, @snapshot.to
        degrees(Math.atan2(@frame.y(b) - @frame.y(a), @frame.x(b) - @frame.x(a)))
      end

      def own_arcs
        r = Annotations.of(@snapshot).circle_radius(@snapshot)
        x, y = @frame.x(@snapshot.centre), @frame.y(@snapshot.centre)
        @linework.strokes.select do |s|
          s.arc? && (s.rx - r).abs < ON && (s.ry - r).abs < ON && (s.centre[0] - x).abs < ON &&
            (s.centre[1] - y).abs < ON
        end
      end

      def degrees(radians) = radians * 180 / Math::PI
    end
  end
end
