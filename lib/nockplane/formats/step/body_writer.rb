# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Writes one solid as manifold solid B-reps with true surfaces and curves: lines, circles and ellipses, other edges as cubic
      # B-splines through their exact points. Faces whose surface has no analytic form are written as plane facets.
      class BodyWriter
        NAMED = %i[plane cylinder cone sphere torus].freeze

        # records: Records; solid: Solids::Solid. faces: { name => [record, ...] } after #items.
        attr_reader :faces

        def initialize(records, solid)
          @records = records
          @solid = solid
          @faces = Hash.new { |h, k| h[k] = [] }
          @vertices = {}
        end

        # Numbers of the MANIFOLD_SOLID_BREP (or BREP_WITH_VOIDS) records, one for each body.
        def items
          @exact = Projection::EdgeSet.new(@solid).exact
          @topology = Solids::Topology.new(@solid, whole: ->(face) { NAMED.include?(face.surface.kind) })
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

          inner = voids.map { |v| @records.add('ORIENTED_CLOSED_SHELL', '', :*, @records.add('CLOSED_SHELL', '', v.map { |k| face(k) }), :T) }
          @records.add('BREP_WITH_VOIDS', '', shell, inner)
        end

        def face(index)
          region = @topology.regions[index]
          facet = @solid.facets[region.facets[0]]
          surface = region.face.surface
          plain = !NAMED.include?(surface.kind)
          along = plain || @solid.along?(facet)
          bounds = region.loops.map { |l| @records.add('FACE_BOUND', '', loop_record(l), :T) }
          bounds = [@records.add('FACE_BOUND', '', @records.add('VERTEX_LOOP', '', vertex(facet.loops[0][0])), :T)] if bounds.empty?
          record = @records.add('ADVANCED_FACE', region.face.name, bounds, plain ? plane(facet) : surface_record(surface), along ? :T : :F)
          @faces[region.face.name] << record
          record
        end

        def loop_record(list) = @records.add('EDGE_LOOP', '', list.select { |i, _| @curves[i] }.map { |i, along| @records.add('ORIENTED_EDGE', '', :*, :*, @curves[i], along ? :T : :F) })

        def plane(facet) = @records.add('PLANE', '', @records.placement(@solid.point(facet.loops[0][0]), facet.normal, Geometry::Vec.any_normal(facet.normal)))

        def surface_record(surface)
          @kept ||= {}.compare_by_identity
          @kept[surface] ||= begin
            placement = @records.placement(surface.origin, surface.axis, Geometry::Vec.any_normal(surface.axis))
            case surface.kind
            when :plane then @records.add('PLANE', '', placement)
            when :cylinder then @records.add('CYLINDRICAL_SURFACE', '', placement, surface.radius.to_f)
            when :sphere then @records.add('SPHERICAL_SURFACE', '', placement, surface.radius.to_f)
            when :torus then @records.add('TOROIDAL_SURFACE', '', placement, surface.radius.to_f, surface.minor.to_f)
            else cone(surface)
            end
          end
        end

        # Radii of cones are not negative and angles are positive: the placement looks along the way it widens, from its tip on.
        def cone(surface)
          tip = Geometry::Vec.along(surface.origin, surface.axis, -surface.radius / surface.slope)
          axis = surface.slope.positive? ? surface.axis : Geometry::Vec.neg(surface.axis)
          @records.add('CONICAL_SURFACE', '', @records.placement(tip, axis, Geometry::Vec.any_normal(axis)), 0.0, Math.atan(surface.slope.abs))
        end

        def place(id) = @exact[id] || @solid.point(id)
        # Corners that have come to lie in one place are one.
        def vertex(id) = @vertices[place(id).map { |c| (c * 1e6).round }] ||= @records.add('VERTEX_POINT', '', @records.point(place(id)))

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

        # The circle or ellipse that two surfaces meet in, if all points lie on it: square to an axis, or a plane through a cylinder or cone.
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

        def line(a, b)
          d = Geometry::Vec.sub(b, a)
          @records.add('LINE', '', @records.point(a), @records.add('VECTOR', '', @records.direction(Geometry::Vec.unit(d)), 1.0))
        end

        def straight?(points)
          way = Geometry::Vec.unit(Geometry::Vec.sub(points[-1], points[0]))
          points[1...-1].all? { |p| q = Geometry::Vec.sub(p, points[0]); Geometry::Vec.length(Geometry::Vec.along(q, way, -Geometry::Vec.dot(q, way))) < 1e-7 }
        rescue Geometry::ZeroVector
          false
        end

        # The circle or ellipse, about the axis round which the points run counter-clockwise.
        def conic(ring, points)
          a, b = [points[0], points[1]].map { |p| Geometry::Vec.sub(p, ring.centre) }
          axis = ring.axis
          axis = Geometry::Vec.neg(axis) if Geometry::Vec.dot(Geometry::Vec.cross(a, b), axis).negative?
          rp, rq = [ring.p, ring.q].map { |v| Geometry::Vec.length(v) }
          return @records.add('CIRCLE', '', @records.placement(ring.centre, axis, Geometry::Vec.unit(ring.p)), rp) if (rp - rq).abs < 1e-9 * rp

          @records.add('ELLIPSE', '', @records.placement(ring.centre, axis, Geometry::Vec.unit(ring.p)), rp, rq)
        end

        # Cubic Bezier spans end to end as one B-spline: through the points, along the curve the two surfaces meet in.
        def spline(points, edge)
          surfaces = edge.regions.map { |k| @topology.regions[k].face.surface }
          closed = edge.closed?
          tangents = points.each_index.map do |i|
            before, after = closed && (i.zero? || i == points.size - 1) ? [points[-2], points[1]] : [points[[i - 1, 0].max], points[[i + 1, points.size - 1].min]]
            towards = Geometry::Vec.sub(after, before)
            surfaces.any?(&:swept?) ? Geometry::Vec.unit(towards) : Projection::Exact.tangent(*surfaces, points[i], towards)
          end
          spans = points.each_cons(2).each_with_index.map { |(p, q), i| Projection::Exact.bezier(p, q, tangents[i], tangents[i + 1]) }
          control = [spans[0][0]] + spans.flat_map { |s| s.drop(1) }
          counts = [4, *Array.new(spans.size - 1, 3), 4]
          @records.add('B_SPLINE_CURVE_WITH_KNOTS', '', Records::Raw.new('3'), control.map { |p| @records.point(p) }, :UNSPECIFIED, closed ? :T : :F, :F,
                       Records::Raw.new("(#{counts.join(',')})"), (0..spans.size).map(&:to_f), :UNSPECIFIED)
        end
      end
    end
  end
end
