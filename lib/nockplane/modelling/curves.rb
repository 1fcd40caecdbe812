# frozen_string_literal: true

module Nockplane
  module Modelling
    # Curved edges as chains of points that lie on them: the vertices of their mesh.
    module Curves
      module_function

      # Points of an open chain of chords [[a, b], ...] (vertex ids) from one end to the other, beginning at the end
      # whose place comes first; nil of what is closed, in pieces, or branches.
      def chain(solid, chords)
        next_of = chords.each_with_object(Hash.new { |h, k| h[k] = [] }) { |(a, b), all| all[a] << b and all[b] << a }
        ends = next_of.select { |_, list| list.size == 1 }.keys
        return nil unless ends.size == 2 && next_of.values.all? { |list| list.size <= 2 }

        found = [ends.min_by { |i| solid.point(i).map { |c| c.round(4) } }]
        while (step = next_of[found[-1]].find { |i| i != found[-2] })
          found << step
        end
        found.size == chords.size + 1 ? found.map { |i| solid.point(i) } : nil
      end

      # Of the points of a chain the one nearest to a share (0 to 1) of its length. (Between them the chord leaves the
      # curve.)
      def at(points, share)
        lengths = points.each_cons(2).map { |p, q| Geometry::Vec.distance(p, q) }
        reached = lengths.reduce([0.0]) { |list, l| list << (list[-1] + l) }
        points[reached.each_index.min_by { |i| (reached[i] - (share * reached[-1])).abs }]
      end

      # Does a chain run straight?
      def straight?(points)
        way = Geometry::Vec.unit(Geometry::Vec.sub(points[-1], points[0]))
        off = points.map { |p| Geometry::Vec.length(Geometry::Vec.cross(Geometry::Vec.sub(p, points[0]), way)) }
        off.max < 1e-4
      end
    end
  end
end
