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
        found = [1.0]
        j = 1
        while j <= degree
          saved = 0.0
          r = 0
          while r < j
            high = knots[i + r + 1]
            low = knots[i + r + 1 - j]
            width = high - low
            temp = width == 0.0 ? 0.0 : found[r] / width
            found[r] = saved + ((high - t) * temp)
            saved = (t - low) * temp
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
        x, y, z, w = weighed(points, weights, i - degree, basis(knots, degree, i, t))
        weights ? [x / w, y / w, z / w] : [x, y, z]
      end

      # The basis functions of a span and their first derivatives: [[values], [derivatives]] (A2.3 for one derivative).
      # Hot: what the last round divides is what the derivatives are the differences of.
      def basis_and_slopes(knots, degree, i, t)
        return [[1.0], [0.0]] if degree.zero?

        found = basis(knots, degree - 1, i, t)
        slopes = []
        saved = before = 0.0
        r = 0
        while r < degree
          high = knots[i + r + 1]
          low = knots[i + r + 1 - degree]
          width = high - low
          temp = width == 0.0 ? 0.0 : found[r] / width
          found[r] = saved + ((high - t) * temp)
          saved = (t - low) * temp
          slopes[r] = degree * (before - temp)
          before = temp
          r += 1
        end
        found[degree] = saved
        slopes[degree] = degree * before
        [found, slopes]
      end

      # The same and the second derivatives: [[values], [first], [second]].
      def basis_and_bends(knots, degree, i, t)
        return [*basis_and_slopes(knots, degree, i, t), [0.0] * (degree + 1)] if degree < 2

        _, lower = basis_and_slopes(knots, degree - 1, i, t)
        before = 0.0
        bends =
          lower.each_with_index.map do |slope, r|
            width = knots[i + r + 1] - knots[i + r + 1 - degree]
            temp = width == 0.0 ? 0.0 : slope / width
            (degree * (before - temp)).tap { before = temp }
          end
        [*basis_and_slopes(knots, degree, i, t), bends << (degree * before)]
      end

      # Row and column of the first control point that a place of a surface depends on.
      def first_of(degrees, knots, points, u, v)
        p, q = degrees
        [span(knots[0], p, points.size, u) - p, span(knots[1], q, points[0].size, v) - q]
      end

      # [Su, Sv, Suu, Suv, Svv] of a surface; points and weights by rows of u.
      def surface_bends(degrees, knots, points, weights, u, v)
        p, q = degrees
        i, j = first_of(degrees, knots, points, u, v)
        across = basis_and_bends(knots[0], p, i + p, u)
        along = basis_and_bends(knots[1], q, j + q, v)
        rows =
          along.map do |basis|
            (0..p).map { |k| weighed(points[i + k], weights && weights[i + k], j, basis) }
          end
        sums = ORDERS.map { |a, b| weighed(rows[b], nil, 0, across[a]) }
        weights ? divided(*sums) : sums.drop(1).map { |s| s.first(3) }
      end

      # Derivatives along u and v, as surface_bends has them: the point, Su, Sv, Suu, Suv, Svv.
      ORDERS = [[0, 0], [1, 0], [0, 1], [2, 0], [1, 1], [0, 2]].freeze

      # [x, y, z, w] of points from one on, each times its weight (its fourth coordinate, or 1, where none are given)
      # and its basis function.
      def weighed(row, heavy, first, basis)
        x = y = z = w = 0.0
        basis.each_with_index do |b, k|
          px, py, pz, pw = row[first + k]
          b *= heavy[first + k] if heavy
          x += b * px
          y += b * py
          z += b * pz
          w += b * (pw || 1.0)
        end
        [x, y, z, w]
      end

      # Derivatives of a rational surface from those of its numerator and its weight (A4.4).
      def divided(s, u, v, uu, uv, vv)
        w = s[3]
        over = ->(a, *less) { (0..2).map { |k| (a[k] - less.sum { |f, d| f * d[k] }) / w } }
        point = over[s]
        su = over[u, [u[3], point]]
        sv = over[v, [v[3], point]]
        [
          su,
          sv,
          over[uu, [2 * u[3], su], [uu[3], point]],
          over[uv, [u[3], sv], [v[3], su], [uv[3], point]],
          over[vv, [2 * v[3], sv], [vv[3], point]]
        ]
      end

      # [Su, Sv, point] of a surface; points and weights by rows of u. Hot (contours of free surfaces): sums in locals,
      # eight times as quick as in arrays.
      def surface_partials(degrees, knots, points, weights, u, v)
        p, q = degrees
        i, j = first_of(degrees, knots, points, u, v)
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
        return [[ux, uy, uz], [vx, vy, vz], [x, y, z]] unless weights

        x /= w
        y /= w
        z /= w
        [
          [(ux - (uw * x)) / w, (uy - (uw * y)) / w, (uz - (uw * z)) / w],
          [(vx - (vw * x)) / w, (vy - (vw * y)) / w, (vz - (vw * z)) / w],
          [x, y, z]
        ]
      end

      # Point of a surface; points and weights by rows of u. Hot, likewise.
      def surface_point(degrees, knots, points, weights, u, v)
        p, q = degrees
        i, j = first_of(degrees, knots, points, u, v)
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
