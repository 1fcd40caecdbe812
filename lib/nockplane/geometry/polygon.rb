# frozen_string_literal: true

module Nockplane
  module Geometry
    # Plain measures of polygons: of plane ones given as vertex ids over coordinate arrays, and of loops of points in
    # space.
    module Polygon
      module_function

      # Signed area in mm2, positive when counter-clockwise.
      def area(ids, us, vs)
        sum = 0.0
        b = ids[-1]
        ids.each do |a|
          sum += (us[b] * vs[a]) - (us[a] * vs[b])
          b = a
        end
        sum * 0.5
      end

      # Loops of one outline with holes: the largest first and counter-clockwise, the others clockwise.
      def nested(loops, us, vs)
        areas = loops.map { |ids| area(ids, us, vs) }
        outer = areas.each_index.max_by { |i| areas[i].abs }
        [outer, *(areas.each_index.to_a - [outer])].map do |i|
          areas[i].positive? == (i == outer) ? loops[i] : loops[i].reverse
        end
      end

      # Twice the area of a loop of points [x, y, z], as a vector along its normal by the right hand (Newell's method).
      def area_vector(points)
        first = points[0]
        points
          .drop(1)
          .each_cons(2)
          .reduce([0.0, 0.0, 0.0]) { |sum, (p, q)| Vec.add(sum, Vec.cross(Vec.sub(p, first), Vec.sub(q, first))) }
      end

      # Is twice the area of a loop of points [x, y, z] less than a part of the square of its longest side?
      def thin?(points, part)
        longest = points.each_index.map { |k| Vec.distance(points[k - 1], points[k]) }.max
        Vec.length(area_vector(points)) < part * longest * longest
      end

      # Is the point (u, v) inside, by crossings of a ray towards +u?
      def around?(ids, us, vs, u, v)
        inside = false
        b = ids[-1]
        ids.each do |a|
          if (vs[a] <= v) != (vs[b] <= v)
            at = us[a] + ((us[b] - us[a]) * (v - vs[a]) / (vs[b] - vs[a]))
            inside = !inside if at > u
          end
          b = a
        end
        inside
      end
    end
  end
end
