# frozen_string_literal: true

module Nockplane
  module Projection
    class Shading
      # Loops [[x, y], ...] and boxes [least x, greatest x, least y, greatest y] in the image, mm.
      module Polygons
        module_function

        # [least x, greatest x, least y, greatest y]
        def box_of(points)
          xs, ys = points.transpose
          [*xs.minmax, *ys.minmax]
        end

        # The box that two have in common.
        def common(one, two)
          [0, 2].flat_map { |k| [[one[k], two[k]].max, [one[k + 1], two[k + 1]].min] }
        end

        # May an edge of a loop come into a box? (Their boxes meet, and its corners are not all on one side of it.)
        def enters?(loop, box)
          loop.each_index.any? do |i|
            (ax, ay), (bx, by) = loop[i - 1], loop[i]
            if (ax < box[0] && bx < box[0]) || (ax > box[1] && bx > box[1]) || (ay < box[2] && by < box[2]) ||
                 (ay > box[3] && by > box[3])
              next
            end

            ex = bx - ax
            ey = by - ay
            left = ((ex * (box[2] - ay)) - (ey * (box[0] - ax))).positive?
            [[box[1], box[2]], [box[1], box[3]], [box[0], box[3]]].any? do |x, y|
              ((ex * (y - ay)) - (ey * (x - ax))).positive? != left
            end
          end
        end

        # How often a ray to the right from a place crosses a loop.
        def crossings(loop, x, y)
          loop.each_index.count do |i|
            (p, q = loop[i - 1], loop[i]) && (p[1] > y) != (q[1] > y) &&
              x < p[0] + ((q[0] - p[0]) * (y - p[1]) / (q[1] - p[1]))
          end
        end

        # [a, b, c] of the sides of a box, a x + b y + c >= 0 within it, beyond which another box reaches.
        def sides(other, box)
          [
            ([1.0, 0.0, -box[0]] if other[0] < box[0]),
            ([-1.0, 0.0, box[1]] if other[1] > box[1]),
            ([0.0, 1.0, -box[2]] if other[2] < box[2]),
            ([0.0, -1.0, box[3]] if other[3] > box[3])
          ].compact
        end

        # The part of a closed loop where a x + b y + c >= 0. Where the loop is not convex, its edges along the line run
        # there and back and cancel in the overlay.
        def halved(points, a, b, c)
          return points if points.empty?

          out = []
          px, py = points[-1]
          ps = (a * px) + (b * py) + c
          points.each do |q|
            qx, qy = q
            qs = (a * qx) + (b * qy) + c
            if (ps >= 0) != (qs >= 0)
              t = ps / (ps - qs)
              out << [px + ((qx - px) * t), py + ((qy - py) * t)]
            end
            out << q if qs >= 0
            px = qx
            py = qy
            ps = qs
          end
          out
        end

        # Does a side of one of two convex polygons keep them apart?
        def apart?(one, two)
          [[one, two], [two, one]].any? do |p, q|
            p.each_index.any? do |i|
              (ax, ay), (bx, by) = p[i - 1], p[i]
              ex = bx - ax
              ey = by - ay
              q.all? { |x, y| (ex * (y - ay)) - (ey * (x - ax)) <= 1e-9 }
            end
          end
        end

        # mm^2 within a loop, negative where it runs clockwise.
        def area(points)
          sum = 0.0
          qx, qy = points[-1]
          points.each do |x, y|
            sum += (qx * y) - (x * qy)
            qx = x
            qy = y
          end
          sum / 2
        end
      end
    end
  end
end
