# frozen_string_literal: true

module Nockplane
  module Projection
    # Puts straight image segments on common carrying lines, so that coincident ones are drawn once and the more
    # important class wins (standards.md 3.4): segments of one direction (within 1e-6) and offset (within
    # Tolerance::COINCIDENT).
    class Carriers
      # One piece of an edge in the image: Seen it came from, t range on it, whether visible, and its rank.
      Segment = Struct.new(:seen, :t0, :t1, :visible, :rank, :x0, :y0, :x1, :y1, :carrier, :s0, :s1)

      ANGLE = 1e-6

      # Cuts from every segment what a segment of a better rank already covers.
      # Returns Segments with carrier (an Integer) and their place s0 < s1 on it (mm), in the order of those given.
      def self.deduplicate(segments) = new(segments).call

      def initialize(segments)
        @segments = segments
      end

      def call
        lay
        left = {}.compare_by_identity
        @segments.group_by(&:carrier).each_value { |group| thin(group, left) if group.size > 1 }
        left.empty? ? @segments : @segments.flat_map { |s| left.fetch(s, s) }
      end

      private

      # Hot: while loops over sorted lists (bench/ views).
      def lay
        angles =
          @segments.map do |s|
            a = Math.atan2(s.y1 - s.y0, s.x1 - s.x0) % Math::PI
            a > Math::PI - ANGLE ? a - Math::PI : a
          end
        carrier = 0
        runs(@segments.each_index.to_a, angles, ANGLE) do |run|
          c = Math.cos(angles[run[0]])
          s = Math.sin(angles[run[0]])
          offsets = {}
          run.each do |i|
            g = @segments[i]
            offsets[i] = (((g.y0 + g.y1) * c) - ((g.x0 + g.x1) * s)) / 2
          end
          runs(run, offsets, Geometry::Tolerance::COINCIDENT) do |line|
            line.each { |i| place(@segments[i], carrier, c, s) }
            carrier += 1
          end
        end
      end

      # Yields the runs of a list, sorted by a value of each, in which it grows by no more than so much at a time.
      def runs(list, values, most)
        return yield(list) if list.size == 1

        order = list.sort_by { |i| values[i] }
        from = 0
        at = 1
        while at <= order.size
          if at == order.size || values[order[at]] - values[order[at - 1]] > most
            yield order[from...at]
            from = at
          end
          at += 1
        end
      end

      def place(segment, carrier, cos, sin)
        segment.carrier = carrier
        segment.s0 = (segment.x0 * cos) + (segment.y0 * sin)
        segment.s1 = (segment.x1 * cos) + (segment.y1 * sin)
      end

      # Those of a better rank first, else in their order. left: { Segment => what is left of it } where something is
      # taken away.
      def thin(group, left)
        covered = []
        group.sort_by.with_index { |s, i| (s.rank * group.size) + i }.each do |s|
          from, to = s.s0 < s.s1 ? [s.s0, s.s1] : [s.s1, s.s0]
          rest = Intervals.rest(from, to, covered, Geometry::Tolerance::COINCIDENT)
          Intervals.add(covered, from, to, 1e-9)
          left[s] = rest.map { |a, b| cut(s, a, b) } unless rest.size == 1 && rest[0] == [from, to]
        end
      end

      # The part of a segment between two places on its carrier.
      def cut(s, a, b)
        at = ->(place) { (place - s.s0) / (s.s1 - s.s0) }
        p, q = [at[a], at[b]].sort
        Segment.new(
          s.seen,
          s.t0 + ((s.t1 - s.t0) * p),
          s.t0 + ((s.t1 - s.t0) * q),
          s.visible,
          s.rank,
          s.x0 + ((s.x1 - s.x0) * p),
          s.y0 + ((s.y1 - s.y0) * p),
          s.x0 + ((s.x1 - s.x0) * q),
          s.y0 + ((s.y1 - s.y0) * q),
          s.carrier,
          s.s0 + ((s.s1 - s.s0) * p),
          s.s0 + ((s.s1 - s.s0) * q)
        )
      end
    end
  end
end
