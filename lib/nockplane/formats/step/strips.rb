# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Puts points of edges on the flat strips of the cylinders and extruded curves they lie on (Geometry::Rulings,
      # ProfileRulings), and finds where edges cross the rulings. A point stays on the planes it belongs to; where that
      # would take it far, it stays where it is.
      class Strips
        # Times the height of a strip's arc that a point may be moved; along an edge with room to the points beside it,
        # where two cylinders meet at a small angle.
        FAR = 4
        FAR_ALONG = 20
        # mm from a ruling that is no distance.
        MET = 1e-11

        # fine: mm that chords of free curves may lie off; refine as in Solids::Discretise.
        def initialize(fine, refine)
          @fine = fine
          @refine = refine
          @by_edge = Hash.new { |h, k| h[k] = [] }
          @by_vertex = Hash.new { |h, k| h[k] = [] }
          @rulings = {}.compare_by_identity
        end

        # A face's chart and the records of its edges; yields a vertex number for the one that stands for it.
        def announce(chart, edges)
          return unless chart.plane? || chart.stripped?

          edges.each do |e|
            @by_edge[e.id] << chart
            e.args('EDGE_CURVE')[1, 2]
              .map { |v| yield(v.id) }
              .each { |v| @by_vertex[v] << chart unless @by_vertex[v].any? { |c| c.equal?(chart) } }
          end
        end

        # The rulings of a chart that is cut into strips.
        def rulings(chart) = @rulings[chart] ||= chart.rulings(@fine, @refine)

        def vertex(id, point) = put(point, @by_vertex[id])
        # room: mm that a point may move without coming near to those beside it.
        def edge(id, point, room = 0.0) = put(point, @by_edge[id], room)

        # Parameters with those between them added where the curve crosses a ruling.
        def crossings(id, curve, places)
          found = @by_edge[id].select(&:stripped?).map { |c| rulings(c) }
          return places if found.empty? || curve.is_a?(Geometry::Curve::Line) || round_rim?(id, curve)

          all =
            places.each_cons(2).flat_map do |a, b|
              added = found.flat_map { |r| between(curve, r, a, b) }.sort_by { |t| (t - a).abs }
              [[a, found.any? { |r| r.on?(curve.at(a)) }], *added.map { |t| [t, true] }]
            end
          all << [places[-1], false]
          square_rim?(id, found) ? [places[0], *all.select(&:last).map(&:first), places[-1]].uniq : thinned(all)
        end

        # Part of a chord's parameter range that a place must keep from a crossing to be of use.
        NEAR = 0.4

        # Places without those that lie next to a crossing; the ends stay.
        def thinned(all)
          span = (all[-1][0] - all[0][0]).abs / all.size
          marks = all.select(&:last).map(&:first)
          all
            .each_with_index
            .select do |(t, crossing), i|
              crossing || i.zero? || i == all.size - 1 || marks.none? { |m| (m - t).abs < NEAR * span }
            end
            .map { |(t, _), _| t }
            .uniq
        end

        private

        # The plane that one wall, and nothing else, meets in an edge; nil where it is not so.
        def rim_plane(id)
          planes, walls = @by_edge[id].partition(&:plane?)
          planes[0] if planes.size == 1 && walls.size == 1
        end

        # Is the edge a circle in which a cylinder meets a plane, which has its chords at the rulings?
        def round_rim?(id, curve) = curve.is_a?(Geometry::Curve::Conic) && curve.circle? && rim_plane(id)

        # Does a plane cut a wall square there, so that points at its rulings are enough?
        def square_rim?(id, rulings)
          plane = rim_plane(id)
          plane && Geometry::Vec.parallel?(plane.frame.z, rulings[0].axis, 1e-9)
        end

        def between(curve, rulings, a, b)
          count = rulings.count
          start = rulings.place(curve.at(a))
          way = rulings.place(curve.at(b)) - start
          way = ((way + (count / 2.0)) % count) - (count / 2.0) if count
          low, high = [start, start + way].minmax
          ((low + Geometry::Rulings::ON).ceil..(high - Geometry::Rulings::ON).floor).filter_map do |k|
            crossing(->(t) { rulings.beyond(curve.at(t), k) }, a, b)
          end
        end

        # Where a function changes its sign between a and b, by regula falsi (Illinois); nil where it does not.
        def crossing(function, a, b)
          low, high = function[a], function[b]
          return nil if low.positive? == high.positive?

          40.times do
            m = a + ((b - a) * low / (low - high))
            off = function[m]
            return m if off.abs < MET || (b - a).abs < 1e-14 * (1 + a.abs)

            if off.positive? == low.positive?
              a, low, high = m, off, high / 2
            else
              b, high, low = m, off, low / 2
            end
          end
          (a + b) / 2
        end

        # On the strips of all charts; where that takes it far, on those of extruded curves alone (what cylinders look
        # like where they are left is told by Projection::Slivers).
        def put(point, charts, room = 0.0)
          round = charts.select(&:stripped?)
          free = round.reject { |c| c.kind == :cylinder }
          [round, free].uniq.each do |list|
            moved = list.any? && moved(point, list, charts.select(&:plane?), room)
            return moved if moved
          end
          level(point, gaps(point, charts.select(&:plane?)))
        end

        # On the planes it lies near (writers round, and their vertices may lie off by what they call one place): a flat
        # facet whose corners are not in its plane can't be cut.
        def level(point, gaps)
          off = gaps.map { |_, d| d.abs }.max.to_f
          return point if off.zero? || off > EdgeMesh::LOOSE

          shift = Geometry::Meeting.shift(gaps)
          shift && Geometry::Vec.length(shift) <= FAR * off ? Geometry::Vec.add(point, shift) : point
        end

        # [[normal, mm to the plane along it], ...]
        def gaps(point, planes)
          planes.map { |c| [c.frame.z, -Geometry::Vec.dot(c.frame.z, Geometry::Vec.sub(point, c.frame.origin))] }
        end

        def moved(point, round, planes, room)
          wanted = round.flat_map { |c| rulings(c).strips(point) }
          shift = Geometry::Meeting.shift(gaps(point, planes).select { |_, d| d.abs < EdgeMesh::LOOSE } + wanted)
          height = round.map { |c| rulings(c).height }.max
          far = [FAR * height, [FAR_ALONG * height, room].min].max + 1e-9
          Geometry::Vec.add(point, shift) if shift && Geometry::Vec.length(shift) <= far
        end
      end
    end
  end
end
