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

      # The degree + 1 basis functions that are not zero on a span. Hot.
      def basis(knots, degree, i, t)
        left = [0.0]
        right = [0.0]
        found = [1.0]
        j = 1
        while j <= degree
          left[j] = t - knots[i + 1 - j]
          right[j] = knots[i + j] - t
          saved = 0.0
          r = 0
          while r < j
            beyond = right[r + 1]
            before = left[j - r]
            width = beyond + before
            temp = width == 0.0 ? 0.0 : found[r] / width
            found[r] = saved + (beyond * temp)
            saved = before * temp
            r += 1
          end
          found[j] = saved
          j += 1
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
          a =
            k.positive? ?
              lower[k - 1] / (knots[i + k] - knots[i - degree + k]).then { |w| w.zero? ? Float::INFINITY : w } :
              0.0
          b =
            k < degree ?
              lower[k] / (knots[i + k + 1] - knots[i - degree + k + 1]).then { |w| w.zero? ? Float::INFINITY : w } :
              0.0
          degree * (a - b)
        end
        [basis(knots, degree, i, t), slopes]
      end

      # [Su, Sv] of a surface; points and weights by rows of u. Hot (contours of free surfaces): sums in locals, eight
      # times as quick as in arrays.
      def surface_partials(degrees, knots, points, weights, u, v)
        p, q = degrees
        i = span(knots[0], p, points.size, u) - p
        j = span(knots[1], q, points[0].size, v) - q
        nu, du = basis_and_slopes(knots[0], p, i + p, u)
        nv, dv = basis_and_slopes(knots[1], q, j + q, v)
        x = y = z = w = ux = uy = uz = uw = vx = vy = vz = vw = 0.0
        k = 0
        while k <= p
          row = points[i + k]
          heavy = weights && weights[i + k]
          n = nu[k]
          d = du[k]
          rx = ry = rz = rw = tx = ty = tz = tw = 0.0
          l = 0
          while l <= q
            point = row[j + l]
            b = nv[l]
            e = dv[l]
            if heavy
              weight = heavy[j + l]
              b *= weight
              e *= weight
            end
            px, py, pz = point
            rx += b * px
            ry += b * py
            rz += b * pz
            rw += b
            tx += e * px
            ty += e * py
            tz += e * pz
            tw += e
            l += 1
          end
          x += n * rx
          y += n * ry
          z += n * rz
          w += n * rw
          ux += d * rx
          uy += d * ry
          uz += d * rz
          uw += d * rw
          vx += n * tx
          vy += n * ty
          vz += n * tz
          vw += n * tw
          k += 1
        end
        return [[ux, uy, uz], [vx, vy, vz]] unless weights

        x /= w
        y /= w
        z /= w
        [
          [(ux - (uw * x)) / w, (uy - (uw * y)) / w, (uz - (uw * z)) / w],
          [(vx - (vw * x)) / w, (vy - (vw * y)) / w, (vz - (vw * z)) / w]
        ]
      end

      # Point of a surface; points and weights by rows of u. Hot, likewise.
      def surface_point(degrees, knots, points, weights, u, v)
        p, q = degrees
        i = span(knots[0], p, points.size, u) - p
        j = span(knots[1], q, points[0].size, v) - q
        bu = basis(knots[0], p, i + p, u)
        bv = basis(knots[1], q, j + q, v)
        x = y = z = w = 0.0
        k = 0
        while k <= p
          row = points[i + k]
          heavy = weights && weights[i + k]
          a = bu[k]
          l = 0
          while l <= q
            b = a * bv[l]
            b *= heavy[j + l] if heavy
            px, py, pz = row[j + l]
            x += b * px
            y += b * py
            z += b * pz
            w += b
            l += 1
          end
          k += 1
        end
        weights ? [x / w, y / w, z / w] : [x, y, z]
      end
    end
  end
end
