# frozen_string_literal: true

module Nockplane
  module Drawings
    # Segments on paper in square fields, to find which run through a rectangle.
    class SegmentGrid
      # mm of a field's side.
      FIELD = 12.0

      # segments: [[x0, y0, x1, y1, owner], ...], mm.
      def initialize(segments)
        @fields = Hash.new { |h, k| h[k] = [] }
        segments.each { |s| fields(*s.first(4)).each { |f| @fields[f] << s } }
      end

      # Owner (true where it has none) of the first segment through a convex polygon (corners counter-clockwise) that
      # the block accepts; nil for none.
      def crossing(corners)
        xs, ys = corners.transpose
        fields(xs.min, ys.min, xs.max, ys.max).each do |f|
          next unless @fields.key?(f)

          found = @fields[f].find { |s| yield(s[4]) && Convex.through?(corners, s) }
          return found[4] || true if found
        end
        nil
      end

      # How many segments cross the one given, up to a limit.
      def crossings(x0, y0, x1, y1, limit = 12)
        seen = {}.compare_by_identity
        found = 0
        fields(x0, y0, x1, y1).each do |f|
          next unless @fields.key?(f)

          @fields[f].each do |s|
            next if seen[s]

            seen[s] = true
            found += 1 if Convex.cross?(x0, y0, x1, y1, s[0], s[1], s[2], s[3])
            return found if found >= limit
          end
        end
        found
      end

      private

      def fields(x0, y0, x1, y1)
        columns, rows = [[x0, x1], [y0, y1]].map { |pair| Range.new(*pair.minmax.map { |v| (v / FIELD).floor }).to_a }
        columns.product(rows)
      end
    end
  end
end
