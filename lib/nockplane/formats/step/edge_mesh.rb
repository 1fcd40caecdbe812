# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # The points of a shape's vertices and edges: every edge is cut into chords once, and the faces on both sides of
      # it use the same points, so that closed shells give closed solids.
      class EdgeMesh
        # mm below which an edge is no more than a point.
        TINY = 1e-4

        # pool: BodyMesh::Pool; fine: mm that chords of free curves may lie off; refine as in Solids::Discretise.
        def initialize(file, curves, paths, report, pool, fine:, refine:)
          @file = file
          @curves = curves
          @paths = paths
          @report = report
          @pool = pool
          @fine = fine
          @refine = refine
          @vertices = {}
          @welded = {}
          @edges = {}
          @straight = {}
          @strips = Strips.new(fine, refine)
          @twists = Hash.new { |h, chart| h[chart] = Solids::PatchGrid.along_borders(chart) }.compare_by_identity
          @longest = {}
        end

        # Tells which edges a face on a chart has.
        def announce(chart, edges)
          @strips.announce(chart, edges) { |vertex| one(vertex) }
          apart = @twists[chart] or return
          edges.each { |e| @longest[e.id] = [@longest[e.id], apart].compact.min }
        end

        # The rulings of a chart that is cut into strips.
        def rulings(chart) = @strips.rulings(chart)

        # Makes the ends of a tiny edge one point, on all faces alike.
        def weld(edge)
          from, to = edge.args('EDGE_CURVE')[1, 2]
          return if from.id == to.id

          p, q = [from, to].map { |v| @curves.point(@file[v][1]) }
          return if Geometry::Vec.distance(p, q) > TINY || length(edge, p, q) > TINY

          @welded[one(to.id)] = one(from.id)
        rescue Unusable, Geometry::ZeroVector, *Report::WRONG_KINDS
          nil # told when the edge is read
        end

        # Point id of a VERTEX_POINT.
        def vertex(ref)
          id = one(ref.id)
          @vertices[id] ||= @pool.add(@strips.vertex(id, @curves.point(@file[ref][1])))
        end

        # Point ids along an EDGE_CURVE from its start to its end.
        def edge(ref) = @edges[ref.id] ||= chords(@file[ref])

        # Point ids around a FACE_BOUND; nil for one that is a point. straight: edges that can't be read are taken for
        # straight.
        def around(ref, straight: false)
          bound = @file[ref]
          loop = @file[bound[1]]
          ids = case loop.type
                when 'EDGE_LOOP' then edge_loop(loop, straight)
                when 'POLY_LOOP' then loop[1].map { |p| poly_point(p) }
                when 'VERTEX_LOOP' then return nil
                else raise Unusable, "#{loop}: this kind of bound is not read"
                end
          ids = ids.each_with_index.reject { |id, i| id == ids[i - 1] }.map(&:first)
          return nil if ids.empty? # its edges are all one point
          raise Unusable, "#{loop}: a bound of #{ids.size} points" if ids.size < 3 && loop.type == 'POLY_LOOP'

          bound[2] == :F ? ids.reverse : ids
        end

        private

        # The edge straight, where its curve can't be read.
        def edge_or_straight(ref)
          edge(ref)
        rescue Unusable, Geometry::ZeroVector, *Report::WRONG_KINDS
          @straight[ref.id] ||= @file[ref].args('EDGE_CURVE')[1, 2].map { |v| vertex(v) }
        end

        # mm along an edge by some places of it.
        def length(edge, from, to)
          curve = @paths.curve(edge, from, to) or return 0.0
          t0, t1 = range(curve, from, to, false, edge.args('EDGE_CURVE')[4] != :F)
          (0..4).map { |k| curve.at(t0 + ((t1 - t0) * k / 4)) }.each_cons(2).sum { |a, b| Geometry::Vec.distance(a, b) }
        end

        # The vertex that stands for a vertex and those it is welded to.
        def one(id)
          id = @welded[id] while @welded.key?(id) && @welded[id] != id
          id
        end

        def poly_point(ref) = @vertices["p#{ref.id}"] ||= @pool.add(@curves.point(ref))

        def edge_loop(loop, straight)
          Array(loop[1]).flat_map do |ref|
            oriented = @file[ref]
            raise Unusable, "#{oriented}: an ORIENTED_EDGE was expected" unless oriented.is?('ORIENTED_EDGE')

            ids = straight ? edge_or_straight(oriented[3]) : edge(oriented[3])
            (oriented[4] == :F ? ids.reverse : ids)[0...-1]
          end
        end

        def chords(record)
          _, from, to, _, sense = record.args('EDGE_CURVE')
          a, b = vertex(from), vertex(to)
          p, q = [from, to].map { |v| @curves.point(@file[v][1]) }
          curve = @paths.curve(record, p, q) or return [a, b]
          return [a, b] if a == b && from.id != to.id && length(record, p, q) <= TINY

          t0, t1 = range(curve, p, q, from.id == to.id, sense != :F)
          check(record, curve, [[t0, p], [t1, q]])
          places = short(curve, curve.places(t0, t1, @fine), @longest[record.id])
          places = @strips.crossings(record.id, curve, curve.refined(places, @refine))
          places = curve.refined(places, 2) if a == b && places.size < 4 # a closed edge needs to enclose something
          inner = beyond(places[1...-1].map { |t| curve.at(t) }, [[p, a], [q, b]])
          points = apart(put(record.id, p, inner, q), @pool.point(a), @pool.point(b), a == b ? 2 : 0)
          [a, *points.map { |p| @pool.add(p) }, b]
        end

        # Parameters with others between those that are farther apart than so many mm (nil: any).
        def short(curve, places, longest)
          return places unless longest

          places.each_cons(2).flat_map do |a, b|
            n = (Geometry::Vec.distance(curve.at(a), curve.at(b)) / longest).ceil.clamp(1, Solids::PatchGrid::MOST)
            n.times.map { |k| a + ((b - a) * k / n) }
          end << places[-1]
        end

        # Part of the way to the nearer of its neighbours that a point may be moved.
        ROOM = 0.4

        # The inner points of an edge on the strips of its faces.
        def put(id, from, inner, to)
          [from, *inner, to].each_cons(3).map do |before, point, after|
            @strips.edge(id, point, ROOM * [before, after].map { |other| Geometry::Vec.distance(point, other) }.min)
          end
        end

        # Points on an edge that are farther from its ends ([[place, point id], ...]) than those were put from their
        # places, so that the edge does not double back.
        def beyond(points, ends)
          reach = ends.map { |place, id| [place, Geometry::Vec.distance(place, @pool.point(id))] }
          points.select { |point| reach.all? { |place, mm| Geometry::Vec.distance(point, place) >= mm } }
        end

        # mm within which two points of an edge are one.
        ONE = 1e-4

        # Points along an edge without those that stand on the one before, or on the end; at least so many stay.
        def apart(points, start, finish, least)
          kept =
            points
              .each_with_object([start]) { |p, list| list << p if Geometry::Vec.distance(p, list[-1]) > ONE }
              .drop(1)
          kept.pop while kept.any? && Geometry::Vec.distance(kept[-1], finish) <= ONE
          kept.size < least ? points : kept
        end

        # mm that an edge may stay away from its vertices.
        LOOSE = 0.1

        def check(record, curve, ends)
          off = ends.map { |t, point| Geometry::Vec.distance(curve.at(t), point) }.max
          unless off < LOOSE
            raise Unusable, "#{record}: its curve stays #{format('%.3g', off)} mm away from its vertices"
          end

          if off > 1e-3
            @report.add(
              'EDGE_CURVE',
              'an edge does not quite reach its vertices; it is drawn to them',
              "##{record.id}, #{format('%.2g', off)} mm"
            )
          end
        end

        def range(curve, start, finish, closed, along)
          t0 = curve.parameter(start)
          t1 = curve.parameter(finish)
          if (p = curve.period)
            turn = along ? (t1 - t0) % p : (t0 - t1) % p
            if closed || turn < 1e-9 * p || (p - turn < 1e-9 * p && Geometry::Vec.distance(start, finish) < 1e-7)
              turn = p
            end

            t1 = t0 + (along ? turn : -turn)
          end
          raise Unusable, 'an edge of no length' if t0 == t1

          [t0, t1]
        end
      end
    end
  end
end
