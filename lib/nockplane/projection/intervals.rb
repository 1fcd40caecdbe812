# frozen_string_literal: true

module Nockplane
  module Projection
    # Arithmetic of sorted lists of intervals [from, to] on a line.
    module Intervals
      module_function

      # Union, joining what is nearer than gap.
      def union(list, gap = 0.0)
        return list if list.size < 2

        list.sort!
        merged = [list[0].dup]
        list.each do |from, to|
          last = merged[-1]
          if from <= last[1] + gap
            last[1] = to if to > last[1]
          else
            merged << [from, to]
          end
        end
        merged
      end

      # Puts [from, to] into a united list, in place, joining what is nearer than gap.
      def add(list, from, to, gap = 0.0)
        first = list.bsearch_index { |_, b| b >= from - gap } || list.size
        after = first
        while after < list.size && list[after][0] <= to + gap
          from = list[after][0] if list[after][0] < from
          to = list[after][1] if list[after][1] > to
          after += 1
        end
        list[first...after] = [[from, to]]
      end

      def intersection(a, b)
        found = []
        i = j = 0
        while i < a.size && j < b.size
          from = a[i][0] > b[j][0] ? a[i][0] : b[j][0]
          to = a[i][1] < b[j][1] ? a[i][1] : b[j][1]
          found << [from, to] if to > from
          a[i][1] < b[j][1] ? i += 1 : j += 1
        end
        found
      end

      # Parts of [from, to] outside the (united) list, longer than least.
      def rest(from, to, list, least = 0.0)
        found = []
        at = from
        i = list.bsearch_index { |_, b| b > from } || list.size
        while i < list.size
          a, b = list[i]
          break if a >= to

          i += 1
          next if b <= at

          found << [at, a] if a - at > least
          at = b if b > at
        end
        found << [at, to] if to - at > least
        found
      end

      def length(list) = list.sum { |a, b| b - a }
    end
  end
end
