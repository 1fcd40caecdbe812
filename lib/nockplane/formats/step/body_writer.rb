# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Writes one solid as manifold solid B-reps with true surfaces and curves: lines, circles and ellipses, other
      # edges as cubic B-splines through their exact points. Faces whose surface has no form that can be written
      # (SurfaceWriter) are written as plane facets.
      class BodyWriter
        NAMED = SurfaceWriter::NAMED

        # records: Records; solid: Solids::Solid. faces: { name => [record, ...] } after #items.
        attr_reader :faces

        def initialize(records, solid)
          @records = records
          @solid = solid
          @faces = Hash.new { |h, k| h[k] = [] }
          @vertices = {}
          @surfaces = SurfaceWriter.new(records)
          @drawn = CurveWriter.new(records)
        end

        # Numbers of the MANIFOLD_SOLID_BREP (or BREP_WITH_VOIDS) records, one for each body.
        def items
          @exact = Projection::EdgeSet.new(@solid).exact
          whole = ->(face) { @surfaces.whole?(face.surface) }
          topology = Solids::Topology.new(@solid, whole: whole)
          @balls = BallAxes.new(@solid, topology, method(:place)).all
          @seams = Seams.new(@solid, topology, method(:place), @balls).all
          @topology = Solids::Topology.new(@solid, whole: whole, split: @seams.values.flat_map { |s| [s.from, s.to] })
          @curves = @topology.edges.map { |e| edge_curve(e) }
          shells.map { |outer, voids| solid_record(outer, voids) }
        end

        private

        # [[regions of the outer shell, [regions of a void, ...]], ...]
        def shells
          bodies = Solids::Components.of(@solid.facets) { true }
          of = @topology.regions.each_with_index.to_h { |r, k| [r.facets[0], k] }
          regions = bodies.map { |ids| ids.filter_map { |i| of[i] } }
          outer, voids = regions.partition { |list| volume(list).positive? }
          boxes = outer.map { |list| box(list) }
          inside = voids.group_by { |v| boxes.index { |b| Solids::Bodies.holds?(b, box(v)) } || 0 }
          outer.each_with_index.map { |list, i| [list, inside[i] || []] }
        end

        def facets(regions) = regions.flat_map { |k| @topology.regions[k].facets }.map { |i| @solid.facets[i] }
        def volume(regions) = facets(regions).sum { |f| Solids::Mass.facet_area(@solid, f) * f.d }
        def box(regions) = facets(regions).map(&:box).transpose.each_with_index.map { |c, k| k < 3 ? c.min : c.max }

        def solid_record(outer, voids)
          shell = @records.add('CLOSED_SHELL', '', outer.map { |k| face(k) })
          return @records.add('MANIFOLD_SOLID_BREP', '', shell) if voids.empty?

          inner =
            voids.map do |v|
              @records.add('ORIENTED_CLOSED_SHELL', '', :*, @records.add('CLOSED_SHELL', '', v.map { |k| face(k) }), :T)
            end
          @records.add('BREP_WITH_VOIDS', '', shell, inner)
        end

        def face(index)
          region = @topology.regions[index]
          facet = @solid.facets[region.facets[0]]
          surface = surface(index)
          plain = !@surfaces.whole?(surface)
          bounds = loops(index).map { |l| @records.add('FACE_BOUND', '', l, :T) }
          if bounds.empty?
            bounds = [@records.add('FACE_BOUND', '', @records.add('VERTEX_LOOP', '', vertex(facet.loops[0][0])), :T)]
          end

          record =
            @records.add(
              'ADVANCED_FACE',
              region.face.name,
              bounds,
              plain ? plane(facet) : @surfaces.record(surface, seam(index)),
              plain || along?(facet) ? :T : :F
            )
          @faces[region.face.name] << record
          record
        end

        # The surface of a region as it is written.
        def surface(index) = @balls[index] || @topology.regions[index].face.surface

        # Does the normal of the written surface run out of the solid?
        def along?(facet)
          surface = facet.face.surface
          return @solid.along?(facet) unless surface.field

          !Geometry::Vec.dot(@surfaces.normal(surface, @solid.point(facet.loops[0][0])), facet.normal).negative?
        end

        # Direction from the axis of a face on a turned surface in which it is, or may be, cut open; nil for other
        # faces.
        def seam(index)
          surface = surface(index)
          return nil if surface.plane? || !NAMED.include?(surface.kind)

          frame = SeamPlace.frame(surface)
          if (seam = @seams[index])
            u, v, = frame.local(place(seam.from))
            return Geometry::Vec.unit(frame.direction(u, v))
          end
          angle =
            SeamPlace.about(
              surface,
              @topology.regions[index].loops.map { |l| Seams.around(@topology, l).map { |i| place(i) } }
            ).widest
          frame.direction(Math.cos(angle), Math.sin(angle))
        end

        # Records of the loops of a region; two that go round are one, with a seam there and back.
        def loops(index)
          given = @topology.regions[index].loops
          seam = @seams[index] or return given.map { |l| edge_loop(oriented(l)) }

          first, second = [seam.from, seam.to].map { |at| given.lazy.filter_map { |l| starting(l, at) }.first }
          edge =
            @records.add(
              'EDGE_CURVE',
              '',
              vertex(seam.from),
              vertex(seam.to),
              seam_curve(index, seam),
              :T
            )
          there, back = %i[T F].map { |sense| @records.add('ORIENTED_EDGE', '', :*, :*, edge, sense) }
          others = given.reject { |l| [first, second].any? { |m| (m - l).empty? } }
          [[*oriented(first), there, *oriented(second), back], *others.map { |l| oriented(l) }].map { |l| edge_loop(l) }
        end

        # On a face that looks where its surface does, the first loop has growing latitudes at its left when it goes
        # round counter-clockwise.
        def seam_curve(index, seam)
          along = along?(@solid.facets[@topology.regions[index].facets[0]])
          @surfaces.seam(surface(index), place(seam.from), place(seam.to), seam.positive == along)
        end

        # A loop from the edge on that begins at a vertex; nil where none does.
        def starting(list, vertex)
          k = list.index { |i, along| @topology.edges[i].vertices[along ? 0 : -1] == vertex }
          k && list.rotate(k)
        end

        def edge_loop(oriented) = @records.add('EDGE_LOOP', '', oriented)

        def oriented(list)
          list
            .select { |i, _| @curves[i] }
            .map { |i, along| @records.add('ORIENTED_EDGE', '', :*, :*, @curves[i], along ? :T : :F) }
        end

        def plane(facet)
          @records.add(
            'PLANE',
            '',
            @records.placement(@solid.point(facet.loops[0][0]), facet.normal, Geometry::Vec.any_normal(facet.normal))
          )
        end

        def place(id) = @exact[id] || @solid.point(id)

        # Corners that have come to lie in one place are one.
        def vertex(id)
          @vertices[place(id).map { |c| (c * 1e6).round }] ||= @records.add(
            'VERTEX_POINT',
            '',
            @records.point(place(id))
          )
        end

        # nil for an edge that has shrunk to a point.
        def edge_curve(edge)
          ids = edge.vertices
          return nil if ids.size == 2 && vertex(ids[0]) == vertex(ids[1])

          @records.add('EDGE_CURVE', '', vertex(ids[0]), vertex(ids[-1]), curve(edge), :T)
        end

        def curve(edge)
          ids = edge.vertices
          points = ids.map { |i| place(i) }
          surfaces = edge.regions.map { |k| @topology.regions[k].face.surface }
          ring = surfaces.all? { |s| NAMED.include?(s.kind) } && ring(surfaces, points)
          return conic(ring, points) if ring
          return line(points[0], points[-1]) if points.size == 2 || straight?(points)

          spline(points, edge)
        end

        # The circle or ellipse that two surfaces meet in, if all points lie on it: square to an axis, or a plane
        # through a cylinder or cone.
        def ring(surfaces, points)
          found = surfaces.filter_map { |s| level(s, points) }.first || oblique(*surfaces)
          found if found && points.all? { |p| Geometry::Vec.distance(found.at(found.angle(p)), p) < 1e-5 }
        end

        def level(surface, points)
          return nil if surface.plane?

          heights = points.map { |p| Geometry::Vec.dot(Geometry::Vec.sub(p, surface.origin), surface.axis) }
          radius = surface.radial_distance(points[0])
          return nil if heights.max - heights.min > 1e-6 || radius < 1e-6

          Projection::Ring.circle(Geometry::Vec.along(surface.origin, surface.axis, heights[0]), surface.axis, radius)
        end

        def oblique(a, b)
          plane, turned = a.plane? ? [a, b] : [b, a]
          plane.plane? && !turned.plane? ? Projection::Ring.oblique(plane, turned) : nil
        end

        def line(a, b) = @drawn.line(a, Geometry::Vec.unit(Geometry::Vec.sub(b, a)))

        def straight?(points)
          way = Geometry::Vec.unit(Geometry::Vec.sub(points[-1], points[0]))
          points[1...-1].all? do |p|
            q = Geometry::Vec.sub(p, points[0])
            Geometry::Vec.length(Geometry::Vec.along(q, way, -Geometry::Vec.dot(q, way))) < 1e-7
          end
        rescue Geometry::ZeroVector
          false
        end

        # The circle or ellipse, about the axis round which the points run counter-clockwise.
        def conic(ring, points)
          axis = turned(ring, points).negative? ? Geometry::Vec.neg(ring.axis) : ring.axis
          rp, rq = [ring.p, ring.q].map { |v| Geometry::Vec.length(v) }
          if (rp - rq).abs < 1e-9 * rp
            return @records.add('CIRCLE', '', @records.placement(ring.centre, axis, Geometry::Vec.unit(ring.p)), rp)
          end

          @records.add('ELLIPSE', '', @records.placement(ring.centre, axis, Geometry::Vec.unit(ring.p)), rp, rq)
        end

        # Radians that points run about a ring's axis, all together: single ones may lie a hair behind those before
        # them.
        def turned(ring, points)
          points
            .map { |p| Geometry::Vec.sub(p, ring.centre) }
            .each_cons(2)
            .sum { |a, b| Math.atan2(Geometry::Vec.dot(Geometry::Vec.cross(a, b), ring.axis), Geometry::Vec.dot(a, b)) }
        end

        # Through the points, along the curve the two surfaces meet in.
        def spline(points, edge)
          surfaces = edge.regions.map { |k| @topology.regions[k].face.surface }
          points = unfolded(apart(points))
          tangents = points.each_index.map { |i| tangent(points, i, surfaces, edge.closed?) }
          spans =
            points
              .each_cons(2)
              .each_with_index
              .map { |(p, q), i| Projection::Exact.bezier(p, q, tangents[i], tangents[i + 1]) }
          @drawn.beziers(spans, closed: edge.closed?)
        end

        def tangent(points, i, surfaces, closed)
          rim = closed && (i.zero? || i == points.size - 1)
          before, after = rim ? [points[-2], points[1]] : [points[[i - 1, 0].max], points[[i + 1, points.size - 1].min]]
          towards = Geometry::Vec.unit(weighed(before, points[i], after))
          found = Projection::Exact.tangent(*surfaces, points[i], towards)
          Geometry::Vec.dot(found, towards) > ASTRAY ? found : towards
        end

        # Cosine of the angle beyond which the direction in which two surfaces meet is noise: they touch.
        ASTRAY = 0.9
        # mm below which points on a curve are too near each other to tell its direction.
        CROWDED = 0.01

        # Fewest points of a curve that is looked at for folds: with fewer it may turn so much between them.
        FEW = 8

        # The points without those at which the curve would turn back (ends that were moved to where surfaces meet pass
        # points next to them).
        def unfolded(points)
          return points if points.size < FEW && points[0] == points[-1]

          points.values_at(*Projection::Unfolding.in_order(points))
        end

        # The points without those that crowd; the ends stay, and three of a closed curve.
        def apart(points)
          kept =
            points[1...-1].each_with_object([points[0]]) do |p, all|
              all << p if Geometry::Vec.distance(p, all[-1]) > CROWDED
            end
          kept.pop if kept.size > 1 && Geometry::Vec.distance(kept[-1], points[-1]) <= CROWDED
          kept.size < 3 ? points : kept << points[-1]
        end

        # Direction of the parabola through three points at the middle one (at an end: of the chord).
        def weighed(before, at, after)
          p, q = Geometry::Vec.sub(at, before), Geometry::Vec.sub(after, at)
          h, k = Geometry::Vec.length(p), Geometry::Vec.length(q)
          return Geometry::Vec.add(p, q) if h < 1e-12 || k < 1e-12

          Geometry::Vec.add(Geometry::Vec.scale(p, k / h), Geometry::Vec.scale(q, h / k))
        end
      end
    end
  end
end
