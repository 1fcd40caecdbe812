# frozen_string_literal: true

module Nockplane
  module Linking
    # The cheapest way to give every row at most one column (Kuhn 1955, Munkres; the O(n3) form with potentials by
    # Jonker).
    module Assignment
      module_function

      # cost: rows of equal length of Floats; gives the column of every row, rows <= columns.
      def solve(cost)
        rows = cost.size
        columns = cost[0].size
        u = Array.new(rows + 1, 0.0)
        v = Array.new(columns + 1, 0.0)
        taken = Array.new(columns + 1, 0)
        (1..rows).each do |row|
          way = grow(cost, u, v, taken, row, columns)
          column = way.pop
          while column.positive?
            before = way[column]
            taken[column] = taken[before]
            column = before
          end
        end
        found = Array.new(rows)
        (1..columns).each { |c| found[taken[c] - 1] = c - 1 if taken[c].positive? }
        found
      end

      # Shortest augmenting path for a row; gives where every column was come from, with the free column last.
      def grow(cost, u, v, taken, row, columns)
        taken[0] = row
        least = Array.new(columns + 1, Float::INFINITY)
        way = Array.new(columns + 1, 0)
        used = Array.new(columns + 1, false)
        column = 0
        loop do
          used[column] = true
          line = taken[column]
          delta = Float::INFINITY
          nxt = nil
          (1..columns).each do |c|
            next if used[c]

            d = cost[line - 1][c - 1] - u[line] - v[c]
            if d < least[c]
              least[c] = d
              way[c] = column
            end
            delta, nxt = least[c], c if least[c] < delta
          end
          (0..columns).each do |c|
            if used[c]
              u[taken[c]] += delta
              v[c] -= delta
            else
              least[c] -= delta
            end
          end
          column = nxt
          break if taken[column].zero?
        end
        way << column
      end
    end
  end
end
