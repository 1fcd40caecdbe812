# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Puts points of edges on the flat strips of the cylinders they lie on (Geometry::Rulings), and finds where edges
      # cross the rulings. A point stays on the planes it belongs to; where that would take it far, it stays where it
      # is.
      class Strips
        # Times the height of a strip's arc that a point may be moved; along an edge with room to the points beside it,
        # where two cylinders meet at a small angle.
        FAR = 4
        FAR_ALONG = 20

        def initialize(refine)
          @refine = refine
          @by_edge = Hash.new { |h, k| h[k] = [] }
          @by_vertex = Hash.new { |h, k| h[k] = [] }
          @rulings = {}.compare_by_identity
        end

        # A face's chart and the records of its edges; yields a vertex number for the one that stands for it.
        def announce(chart, edges)
          return unless chart.plane? || chart.kind == :cylinder

          edges.each do |e|
            @by_edge[e.id] << chart
            e.args('EDGE_CURVE')[1, 2]
              .map { |v| yield(v.id) }
              .each { |v| @by_vertex[v] << chart unless @by_vertex[v].any? { |c| c.equal?(chart) } }
          end
        end

        def vertex(id, point) = put(point, @by_vertex[id])
        # room: mm that a point may move without coming near to those beside it.
        def edge(id, point, room = 0.0) = put(point, @by_edge[id], room)

        # Parameters with those between them added where the curve crosses a ruling.
        def crossings(id, curve, places)
          found = @by_edge[id].select { |c| c.kind == :cylinder }.map { |c| rulings(c) }
          if found.empty? || curve.is_a?(Geometry::Curve::Line) ||
               (
                 curve.is_a?(Geometry::Curve::Conic) && curve.circle? && found.size == 1 && @by_edge[id].size == 2 &&
                   @by_edge[id].any?(&:plane?)
               )
            return places
          end

          places.each_cons(2).flat_map do |a, b|
            added = found.flat_map { |r| between(curve, r, a, b) }.sort_by { |t| (t - a).abs }
            [[a, found.any? { |r| r.on?(curve.at(a)) }], *added.map { |t| [t, true] }]
          end.push([places[-1], false]).then { |all| thinned(all) }
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

        def rulings(chart) = @rulings[chart] ||= Geometry::Rulings.new(chart.ruling_frame, chart.radius, @refine)

        def between(curve, rulings, a, b)
          count = 2 * Math::PI / rulings.step
          start = rulings.place(curve.at(a))
          way = (((rulings.place(curve.at(b)) - start) + (count / 2)) % count) - (count / 2)
          low, high = [start, start + way].minmax
          ((low + Geometry::Rulings::ON).ceil..(high - Geometry::Rulings::ON).floor).map do |k|
            crossing(curve, rulings, a, b, start, k, way, count)
          end
        end

        def crossing(curve, rulings, a, b, start, ruling, way, count)
          40.times do
            m = (a + b) / 2
            off = ((((rulings.place(curve.at(m)) - start) + (count / 2)) % count) - (count / 2)) + start - ruling
            (off.negative? ^ way.negative?) ? a = m : b = m
          end
          (a + b) / 2
        end

        def put(point, charts, room = 0.0)
          round = charts.select { |c| c.kind == :cylinder }
          return point if round.empty?

          wanted = round.flat_map { |c| rulings(c).strips(point) }
          planes =
            charts
              .select(&:plane?)
              .map { |c| [c.frame.z, -Geometry::Vec.dot(c.frame.z, Geometry::Vec.sub(point, c.frame.origin))] }
          shift = Geometry::Meeting.shift(planes.map { |n, d| [n, d.abs < 1e-6 ? d : 0.0] } + wanted)
          height = round.map { |c| rulings(c).height }.max
          far = [FAR * height, [FAR_ALONG * height, room].min].max + 1e-9
          shift && Geometry::Vec.length(shift) <= far ? Geometry::Vec.add(point, shift) : point
        end
      end
    end
  end
end
