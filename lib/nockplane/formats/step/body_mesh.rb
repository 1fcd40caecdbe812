# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Meshes the shells of one shape: every edge is cut into chords once, and the faces on both sides of it use the same
      # points, so that closed shells give closed solids.
      class BodyMesh
        # Most facets of one shape.
        MAX_FACETS = 400_000

        # Points of the mesh being made.
        class Pool
          attr_reader :xs, :ys, :zs

          def initialize = (@xs, @ys, @zs = [], [], [])
          def point(id) = [@xs[id], @ys[id], @zs[id]]

          def add(point)
            @xs << point[0]
            @ys << point[1]
            @zs << point[2]
            @xs.size - 1
          end
        end

        attr_reader :pool

        def initialize(file, curves, surfaces, report, fine:, refine:)
          @file = file
          @curves = curves
          @surfaces = surfaces
          @report = report
          @fine = fine
          @refine = refine
          @pool = Pool.new
          @vertices = {}
          @welded = {}
          @edges = {}
          @strips = Strips.new(refine)
          @paths = Paths.new(file, curves, surfaces, report)
          @made = 0
        end

        # [Facet] of a face record (named "#id"); none, and a line in the report, when it can't be meshed.
        def face(record)
          sheet = record.is?('ORIENTED_FACE') ? @file[record[3]] : record
          facets = facets(sheet)
          raise Unreadable, "the model has more than #{MAX_FACETS} facets; export fewer parts to a file" if (@made += facets.size) > MAX_FACETS

          record.is?('ORIENTED_FACE') && record[4] == :F ? facets.map(&:reversed) : facets
        rescue Unusable, Solids::PatchMesh::Unfit, Geometry::ZeroVector, *Report::WRONG_KINDS => e
          @report.add(record.type, "a face is missing from the picture: #{e.message.sub(/#\d+ /, '')}", "##{record.id}")
          []
        end

        # Tells which faces are to come, so that edges know the surfaces on both sides of them, and vertices which others they are one with.
        def announce(records)
          records.each { |record| edges_of(record).each { |e| weld(e) } }
          records.each do |record|
            sheet = record.is?('ORIENTED_FACE') ? @file[record[3]] : record
            @strips.announce(@surfaces.chart(face_parts(sheet)[1]), edges_of(record)) { |vertex| one(vertex) }
          rescue Unusable, Geometry::ZeroVector, *Report::WRONG_KINDS
            next # told when the face is meshed
          end
        end

        # Point id of a VERTEX_POINT.
        def vertex(ref)
          id = one(ref.id)
          @vertices[id] ||= @pool.add(@strips.vertex(id, @curves.point(@file[ref][1])))
        end

        # Point ids along an EDGE_CURVE from its start to its end.
        def edge(ref) = @edges[ref.id] ||= chords(@file[ref])

        private

        # mm below which an edge is no more than a point.
        TINY = 1e-4

        # The records of a face's edges; none of a face that can't be read, which is told when it is meshed.
        def edges_of(record)
          sheet = record.is?('ORIENTED_FACE') ? @file[record[3]] : record
          face_parts(sheet)[0].flat_map { |b| @file[@file[b][1]].then { |l| l.is?('EDGE_LOOP') ? l[1].map { |o| @file[@file[o][3]] } : [] } }
        rescue Unusable, *Report::WRONG_KINDS
          []
        end

        # The ends of a tiny edge are one point, on all faces alike.
        def weld(edge)
          from, to = edge.args('EDGE_CURVE')[1, 2]
          return if from.id == to.id

          p, q = [from, to].map { |v| @curves.point(@file[v][1]) }
          return if Geometry::Vec.distance(p, q) > TINY || length(edge, p, q) > TINY

          @welded[one(to.id)] = one(from.id)
        rescue Unusable, Geometry::ZeroVector, *Report::WRONG_KINDS
          nil # told when the edge is read
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

        def facets(record)
          bounds, surface, sense = face_parts(record)
          chart = @surfaces.chart(surface)
          loops = bounds.filter_map { |b| loop_ids(b) }
          loops.each(&:reverse!) if sense == :F
          return plane_facets(record, chart, loops, sense) if chart.plane?

          patch = Solids::PatchMesh.new(chart, @pool, loops, refine: @refine)
          cells = patch.facets
          @report.add(record.type, 'the outline of a face touches or crosses itself; its picture and its part of the volume are not right', "##{record.id}") if patch.rough?
          surface = chart.respond_to?(:surface) ? chart.surface : Geometry::Surface.free(chart.kind, [0.0, 0.0, 0.0], [0.0, 0.0, 1.0], Geometry::NormalField.new(patch.normals, chart: chart.settled_for_good))
          face = Solids::Face.new("##{record.id}", surface)
          cells = cells.map(&:reverse) if sense == :F
          side = side(cells, surface)
          cells.map { |ids| facet(ids, face, side) }
        end

        # 1 when facets of a face look where its surface's normal does, else -1.
        def side(cells, surface)
          points = cells.lazy.map { |ids| ids.map { |id| @pool.point(id) } }.find { |list| Geometry::Vec.length(Geometry::Polygon.area_vector(list)) > 1e-6 } or return 1
          Geometry::Vec.dot(Geometry::Polygon.area_vector(points), surface.normal_at(3.times.map { |k| points.sum { |p| p[k] } / points.size })).negative? ? -1 : 1
        end

        def face_parts(record)
          leaf = %w[ADVANCED_FACE FACE_SURFACE].find { |n| record.is?(n) }
          raise Unusable, "#{record}: this kind of face is not read" unless leaf

          args = record.args(leaf)
          [Array(args[1]), args[2], args[3]]
        end

        # Ids around a bound; nil for a vertex loop.
        def loop_ids(ref)
          bound = @file[ref]
          loop = @file[bound[1]]
          ids = case loop.type
                when 'EDGE_LOOP' then edge_loop(loop)
                when 'POLY_LOOP' then loop[1].map { |p| poly_point(p) }
                when 'VERTEX_LOOP' then return nil
                else raise Unusable, "#{loop}: this kind of bound is not read"
                end
          ids = ids.each_with_index.reject { |id, i| id == ids[i - 1] }.map(&:first)
          return nil if ids.empty? # its edges are all one point
          raise Unusable, "#{loop}: a bound of #{ids.size} points" if ids.size < 3 && loop.type == 'POLY_LOOP'

          bound[2] == :F ? ids.reverse : ids
        end

        def poly_point(ref) = @vertices["p#{ref.id}"] ||= @pool.add(@curves.point(ref))

        def edge_loop(loop)
          Array(loop[1]).flat_map do |ref|
            oriented = @file[ref]
            raise Unusable, "#{oriented}: an ORIENTED_EDGE was expected" unless oriented.is?('ORIENTED_EDGE')

            ids = edge(oriented[3])
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
          places = @strips.crossings(record.id, curve, curve.refined(curve.places(t0, t1, @fine), @refine))
          places = curve.refined(places, 2) if a == b && places.size < 4 # a closed edge needs to enclose something
          inner = beyond(places[1...-1].map { |t| curve.at(t) }, [[p, a], [q, b]])
          points = apart(put(record.id, p, inner, q), @pool.point(a), @pool.point(b), a == b ? 2 : 0)
          [a, *points.map { |p| @pool.add(p) }, b]
        end

        # Part of the way to the nearer of its neighbours that a point may be moved.
        ROOM = 0.4

        # The inner points of an edge on the strips of its faces.
        def put(id, from, inner, to)
          [from, *inner, to].each_cons(3).map do |before, point, after|
            @strips.edge(id, point, ROOM * [before, after].map { |other| Geometry::Vec.distance(point, other) }.min)
          end
        end

        # Points on an edge that are farther from its ends ([[place, point id], ...]) than those were put from their places, so that the edge does
        # not double back.
        def beyond(points, ends)
          reach = ends.map { |place, id| [place, Geometry::Vec.distance(place, @pool.point(id))] }
          points.select { |point| reach.all? { |place, mm| Geometry::Vec.distance(point, place) >= mm } }
        end

        # mm within which two points of an edge are one.
        ONE = 1e-4

        # Points along an edge without those that stand on the one before, or on the end; at least so many stay.
        def apart(points, start, finish, least)
          kept = points.each_with_object([start]) { |p, list| list << p if Geometry::Vec.distance(p, list[-1]) > ONE }.drop(1)
          kept.pop while kept.any? && Geometry::Vec.distance(kept[-1], finish) <= ONE
          kept.size < least ? points : kept
        end

        # mm that an edge may stay away from its vertices.
        LOOSE = 0.1

        def check(record, curve, ends)
          off = ends.map { |t, point| Geometry::Vec.distance(curve.at(t), point) }.max
          raise Unusable, "#{record}: its curve stays #{format('%.3g', off)} mm away from its vertices" unless off < LOOSE

          @report.add('EDGE_CURVE', 'an edge does not quite reach its vertices; it is drawn to them', "##{record.id}, #{format('%.2g', off)} mm") if off > 1e-3
        end

        def range(curve, start, finish, closed, along)
          t0 = curve.parameter(start)
          t1 = curve.parameter(finish)
          if (p = curve.period)
            turn = along ? (t1 - t0) % p : (t0 - t1) % p
            turn = p if closed || turn < 1e-9 * p || (p - turn < 1e-9 * p && Geometry::Vec.distance(start, finish) < 1e-7)
            t1 = t0 + (along ? turn : -turn)
          end
          raise Unusable, 'an edge of no length' if t0 == t1

          [t0, t1]
        end

        def plane_facets(record, chart, loops, sense)
          face = Solids::Face.new("##{record.id}", chart.surface)
          frame = chart.frame
          rings = loops.reject { |l| l.size < 3 }
          raise Unusable, "#{record}: its outline encloses nothing" if rings.empty?

          us, vs, ws = rings.flatten.uniq.to_h { |id| [id, frame.local(@pool.point(id))] }.then { |at| 3.times.map { |k| at.transform_values { |p| p[k] } } }
          off = ws.each_value.map(&:abs).max
          raise Unusable, "#{record}: its outline is #{format('%.3g', off)} mm off its plane" if off > LOOSE

          turned = Geometry::Polygon.nested(rings, us, vs)
          raise Unusable, "#{record}: its outline encloses nothing" if Geometry::Polygon.area(turned[0], us, vs) < 1e-12

          n = frame.z
          plane = [*n, Geometry::Vec.dot(n, frame.origin)]
          facet = Solids::Facet.over(@pool, turned, face, plane)
          [sense == :F ? facet.reversed : facet]
        end

        # Corners in one line have no direction of their own: the facet looks where its surface does.
        def facet(ids, face, side)
          points = ids.map { |id| @pool.point(id) }
          return Solids::Facet.over(@pool, [ids], face) if Geometry::Vec.length(Geometry::Polygon.area_vector(points)) > 1e-10

          n = Geometry::Vec.scale(face.surface.normal_at(points[0]), side)
          Solids::Facet.over(@pool, [ids], face, [*n, Geometry::Vec.dot(n, points[0])])
        end
      end
    end
  end
end
