# frozen_string_literal: true

module Nockplane
  module Projection
    # Bezier spans in the image joined end to end into splines.
    module Spans
      module_function

      # spans: [[p0, p1, p2, p3], ...] in any order and sense. Gives control points [p0, p1, p2, p3, p1', p2', p3' ...] of each
      # connected spline (3 n + 1 points).
      def joined(spans)
        at = Hash.new { |h, k| h[k] = [] }
        spans.each_with_index { |s, i| [s[0], s[3]].each { |p| at[key(p)] << i } }
        used = {}
        order = spans.each_index.sort_by { |i| [spans[i][0], spans[i][3]].any? { |p| at[key(p)].size == 1 } ? 0 : 1 }
        order.filter_map { |i| used[i] ? nil : walk(i, spans, at, used) }
      end

      def walk(i, spans, at, used)
        first = at[key(spans[i][3])].size == 1 && at[key(spans[i][0])].size > 1 ? spans[i].reverse : spans[i]
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
