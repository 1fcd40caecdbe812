# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # How many degrees of freedom each datum of a system takes away (ISO 5459, standards.md 10.4): the rank that its
    # rows add to those before it. A row is a wrench (force, moment).
    module DatumSystem
      NONE = 1e-9

      module_function

      # rows: for each datum its rows (see .plane, .cylinder, .sphere, .cone). [3, 2, 1]: how many each takes; the rest
      # of six are left.
      def removed(*rows)
        basis = []
        rows.map { |list| list.count { |row| add(basis, row) } }
      end

      # p: a point; n, a: unit vectors; mm.
      def plane(p, n)
        t, u = across(n)
        [[*n, *cross(p, n)], [0, 0, 0, *t], [0, 0, 0, *u]]
      end

      def cylinder(p, a)
        t, u = across(a)
        [[*t, *cross(p, t)], [*u, *cross(p, u)], [0, 0, 0, *t], [0, 0, 0, *u]]
      end

      def sphere(p) = [[1, 0, 0], [0, 1, 0], [0, 0, 1]].map { |e| [*e, *cross(p, e)] }

      def cone(p, a)
        t, u = across(a)
        [*sphere(p), [0, 0, 0, *t], [0, 0, 0, *u]]
      end

      # Adds a row to a basis (Gram-Schmidt); true when it was new.
      def add(basis, row)
        left =
          basis.reduce(row.map(&:to_f)) do |v, b|
            share = v.zip(b).sum { |x, y| x * y }
            v.zip(b).map { |x, y| x - (share * y) }
          end
        length = Math.sqrt(left.sum { |x| x * x })
        return false if length < NONE

        basis << left.map { |x| x / length }
        true
      end

      def across(n)
        e = [[1, 0, 0], [0, 1, 0], [0, 0, 1]].min_by { |v| v.zip(n).sum { |x, y| x * y }.abs }
        t = cross(n, e)
        length = Math.sqrt(t.sum { |x| x * x })
        t = t.map { |x| x / length }
        [t, cross(n, t)]
      end

      def cross(a, b)
        [(a[1] * b[2]) - (a[2] * b[1]), (a[2] * b[0]) - (a[0] * b[2]), (a[0] * b[1]) - (a[1] * b[0])]
      end
    end
  end
end
