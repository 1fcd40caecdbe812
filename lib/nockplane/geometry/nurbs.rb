# frozen_string_literal: true

module Nockplane
  module Geometry
    # Rational B-splines by their basis functions (Piegl and Tiller, The NURBS Book, A2.1 and A2.2).
    module Nurbs
      module_function

      # Full knot list of distinct knots and their multiplicities.
      def knots(distinct, multiplicities) = distinct.zip(multiplicities).flat_map { |k, m| [k.to_f] * m }

      # Index of the knot span that t lies in, of n control points of a degree.
      def span(knots, degree, n, t)
        return n - 1 if t >= knots[n]
        return degree if t <= knots[degree]

        i = knots.bsearch_index { |k| k > t } || n
        (i - 1).clamp(degree, n - 1)
      end

      # The degree + 1 basis functions that are not zero on a span.
      def basis(knots, degree, i, t)
        left = [0.0]
        right = [0.0]
        found = [1.0]
        (1..degree).each do |j|
          left[j] = t - knots[i + 1 - j]
          right[j] = knots[i + j] - t
          saved = 0.0
          j.times do |r|
            width = right[r + 1] + left[j - r]
            temp = width.zero? ? 0.0 : found[r] / width
            found[r] = saved + (right[r + 1] * temp)
            saved = left[j - r] * temp
          end
          found[j] = saved
        end
        found
      end

      # Point of a curve; weights nil for a polynomial one.
      def point(degree, knots, points, weights, t)
        i = span(knots, degree, points.size, t)
        x = y = z = w = 0.0
        basis(knots, degree, i, t).each_with_index do |b, k|
          p = points[i - degree + k]
          b *= weights[i - degree + k] if weights
          x += b * p[0]
          y += b * p[1]
          z += b * p[2]
          w += b
        end
        weights ? [x / w, y / w, z / w] : [x, y, z]
      end

      # The basis functions of a span and their first derivatives: [[values], [derivatives]] (A2.3 for one derivative).
      def basis_and_slopes(knots, degree, i, t)
        lower = basis(knots, degree - 1, i, t)
        slopes = (0..degree).map do |k|
          a = k.positive? ? lower[k - 1] / (knots[i + k] - knots[i - degree + k]).then { |w| w.zero? ? Float::INFINITY : w } : 0.0
          b = k < degree ? lower[k] / (knots[i + k + 1] - knots[i - degree + k + 1]).then { |w| w.zero? ? Float::INFINITY : w } : 0.0
          degree * (a - b)
        end
        [basis(knots, degree, i, t), slopes]
      end

      # [Su, Sv] of a surface; points and weights by rows of u.
      def surface_partials(degrees, knots, points, weights, u, v)
        i = span(knots[0], degrees[0], points.size, u)
        j = span(knots[1], degrees[1], points[0].size, v)
        nu, du = basis_and_slopes(knots[0], degrees[0], i, u)
        nv, dv = basis_and_slopes(knots[1], degrees[1], j, v)
        s, su, sv = Array.new(3) { [0.0, 0.0, 0.0, 0.0] }
        nu.each_index do |k|
          row = points[i - degrees[0] + k]
          nv.each_index do |l|
            p = row[j - degrees[1] + l]
            w = weights ? weights[i - degrees[0] + k][j - degrees[1] + l] : 1.0
            [[s, nu[k] * nv[l] * w], [su, du[k] * nv[l] * w], [sv, nu[k] * dv[l] * w]].each do |sum, b|
              sum[0] += b * p[0]
              sum[1] += b * p[1]
              sum[2] += b * p[2]
              sum[3] += b
            end
          end
        end
        [su, sv].map { |d| 3.times.map { |k| (d[k] - (d[3] * s[k] / s[3])) / s[3] } }
      end

      # Point of a surface; points and weights by rows of u.
      def surface_point(degrees, knots, points, weights, u, v)
        i = span(knots[0], degrees[0], points.size, u)
        j = span(knots[1], degrees[1], points[0].size, v)
        bv = basis(knots[1], degrees[1], j, v)
        x = y = z = w = 0.0
        basis(knots[0], degrees[0], i, u).each_with_index do |bu, k|
          row = points[i - degrees[0] + k]
          bv.each_with_index do |b, l|
            b *= bu
            b *= weights[i - degrees[0] + k][j - degrees[1] + l] if weights
            p = row[j - degrees[1] + l]
            x += b * p[0]
            y += b * p[1]
            z += b * p[2]
            w += b
          end
        end
        weights ? [x / w, y / w, z / w] : [x, y, z]
      end
    end
  end
end
