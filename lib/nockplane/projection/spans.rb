# frozen_string_literal: true

module Nockplane
  module Projection
    # Spans in the image (chords [p, q], or Bezier spans of four points) joined end to end into open or closed paths.
    module Spans
      module_function

      # spans: lists of points in any order and sense. Gives the points of each connected path, common ends once (of n
      # Bezier
      # spans: 3 n + 1 control points).
      def joined(spans)
        at = Hash.new { |h, k| h[k] = [] }
        spans.each_with_index { |s, i| [s[0], s[-1]].each { |p| at[key(p)] << i } }
        used = {}
        order = spans.each_index.sort_by { |i| [spans[i][0], spans[i][-1]].any? { |p| at[key(p)].size == 1 } ? 0 : 1 }
        order.filter_map { |i| used[i] ? nil : walk(i, spans, at, used) }
      end

      def walk(i, spans, at, used)
        first = at[key(spans[i][-1])].size == 1 && at[key(spans[i][0])].size > 1 ? spans[i].reverse : spans[i]
        points = [first[0]]
        while i
          used[i] = true
          span = key(spans[i][0]) == key(points[-1]) ? spans[i] : spans[i].reverse
          points.concat(span.drop(1))
          i = at[key(points[-1])].find { |k| !used[k] }
        end
        points
      end

      def key(p) = [(p[0] * 1e5).round, (p[1] * 1e5).round]
    end
  end
end
