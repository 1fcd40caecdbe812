# frozen_string_literal: true

module Nockplane
  module Solids
    # Tool bodies that round or chamfer edges of a solid: one per EdgeSpans::Span (the wedge between the edge and the
    # round, to cut from convex edges or to add to concave ones) and one per corner where three rounded edges meet (up
    # to a ball). Every wedge ends where its neighbour begins: square to the edge where a chain runs on tangentially, on
    # the third face at a free end or an outer corner, in the mitre plane at an inner corner, at the ball of a
    # three-edge corner.
    class Blend
      V = Geometry::Vec
      # section: what a cut across the edge at a vertex looks like. u: unit directions into the two faces, away from the
      # edge;
      # half: half the angle between them; convex: is the material inside that angle.
      Corner = Struct.new(:tangent, :u, :half, :convex)

      attr_reader :tools

      # kind: :round or :chamfer; sizes: [mm, mm] (a round's radius twice; a chamfer's setback on either face);
      # prefix: of the face names. tools: [[Solid, :cut or :boss, name], ...]. Raises EdgeSpans::Unfit.
      def initialize(solid, spans, kind, sizes, prefix, refine: 1)
        @solid = solid
        @edges = EdgeSpans.new(solid)
        @spans = spans
        @kind = kind
        @sizes = sizes
        @prefix = prefix
        @corners = spans.to_h { |s| [s, corner(s, s.vertices[0])] }
        @steps = spans.map { |s| Discretise.tube_steps(Math::PI - (2 * @corners[s].half), sizes[0], refine) }.max
        @at = spans.each_with_object(Hash.new { |h, k| h[k] = [] }) { |s, map| ends(s).each { |v| map[v] << s } }
        @tools = spans.map { |s| [wedge(s), @corners[s].convex ? :cut : :boss, name(s)] } + balls
      end

      # Setback of the feet on the two faces, mm.
      def self.setbacks(kind, sizes, half) = kind == :round ? [sizes[0] / Math.tan(half)] * 2 : sizes

      # Where the treatment ends on the two faces of a span, seen in the middle of a straight one or at the first vertex
      # of an arc: two points, mm.
      def feet(span)
        c = @corners[span]
        p = @solid.point(span.vertices[0])
        p = V.scale(V.add(p, @solid.point(span.vertices[-1])), 0.5) if span.straight?
        Blend.setbacks(@kind, @sizes, c.half).each_with_index.map { |mm, i| V.along(p, c.u[i], mm) }
      end

      private

      def ends(span) = span.closed ? [] : [span.vertices[0], span.vertices[-1]]
      def name(span) = "#{@prefix}/#{@kind}.#{span.key.map { |n| n.tr('/', '.') }.join('+')}"

      def tangent(span, vertex)
        return V.unit(V.sub(@solid.point(span.vertices[-1]), @solid.point(span.vertices[0]))) if span.straight?

        axis, centre = span.arc
        t = V.unit(V.cross(axis, V.sub(@solid.point(vertex), centre)))
        first, second = span.vertices.first(2).map { |v| @solid.point(v) }
        V.dot(V.cross(axis, V.sub(first, centre)), V.sub(second, first)).positive? ? t : V.neg(t)
      end

      def corner(span, vertex)
        t = tangent(span, vertex)
        n = span.facets.map { |f| @edges.outward(f, vertex) }
        u = [V.unit(V.cross(n[0], t)), V.unit(V.cross(t, n[1]))]
        angle = Math.acos(V.dot(u[0], u[1]).clamp(-1.0, 1.0))
        unfit "the faces '#{span.names.join("' and '")}' meet without a crease" if angle > Math::PI - 0.01
        unfit "the faces '#{span.names.join("' and '")}' meet at too sharp an angle" if angle < 0.05

        Corner.new(t, u, angle / 2, V.dot(u[0], n[1]).negative?)
      end

      # Points across the edge at a vertex: the vertex, the foot on the first face, the round, the foot on the second.
      def section(span, vertex)
        c = corner(span, vertex)
        p = @solid.point(vertex)
        feet = Blend.setbacks(@kind, @sizes, c.half).each_with_index.map { |mm, i| V.along(p, c.u[i], mm) }
        return [p, *feet] if @kind == :chamfer

        centre = V.along(p, V.unit(V.add(*c.u)), @sizes[0] / Math.sin(c.half))
        [p, *arc(centre, *feet, @steps)]
      end

      # Points on the great circle about centre from a to b, both ends kept as given.
      def arc(centre, a, b, steps)
        return [a, b] if steps == 1

        p = V.sub(a, centre)
        q = V.sub(b, centre)
        angle = Math.acos((V.dot(p, q) / V.dot(p, p)).clamp(-1.0, 1.0))
        between = (1...steps).map do |i|
          f, g = [steps - i, i].map { |k| Math.sin(angle * k / steps) / Math.sin(angle) }
          V.add(centre, V.add(V.scale(p, f), V.scale(q, g)))
        end
        [a, *between, b]
      end

      def wedge(span)
        sections = span.vertices.map { |v| section(span, v) }
        sections << sections[0] if span.closed
        unless span.closed
          sections[0] = ended(span, span.vertices[0], sections[0])
          sections[-1] = ended(span, span.vertices[-1], sections[-1])
        end
        mesh = Mesh.new
        sections.each_cons(2) { |a, b| band(mesh, span, a, b, middle(a, b)) }
        unless span.closed
          [sections[0], sections[-1]].each { |s| side(mesh, 'end', s, middle(sections[0], sections[1])) }
        end

        solid = mesh.solid
        return solid if solid.closed? && Mass.of(solid).volume.positive?

        unfit "the edge between '#{span.names.join("' and '")}' is too short or too tight for this size"
      end

      # A point inside the wedge between two sections from which all its sides are seen: near the edge itself.
      def middle(a, b)
        near = ->(s) { V.add(V.scale(s[0], 0.98), V.scale(V.scale(V.add(s[1], s[-1]), 0.5), 0.02)) }
        V.scale(V.add(near[a], near[b]), 0.5)
      end

      def band(mesh, span, a, b, inside)
        n = a.size
        n.times do |i|
          j = (i + 1) % n
          quad = [a[i], a[j], b[j], b[i]]
          if i.zero? then side(mesh, 'first', quad, inside)
          elsif j.zero? then side(mesh, 'second', quad, inside)
          else face(mesh, name(span), quad, inside) { surface(span, a) }
          end
        end
      end

      # A side that comes to lie on a face of the solid, or on a neighbouring tool.
      def side(mesh, name, points, inside)
        face(mesh, "#{@prefix}/#{name}", points, inside) { |n| Geometry::Surface.plane(points[0], n) }
      end

      def face(mesh, name, points, inside)
        n = Geometry::Polygon.area_vector(points)
        return if V.length(n) < 1e-14

        n = V.unit(n)
        turned = V.dot(n, V.sub(inside, points[0])).positive?
        mesh.facet(mesh.face(name) { yield(turned ? V.neg(n) : n) }, turned ? points.reverse : points)
      end

      def surface(span, section)
        c = @corners[span]
        p = @solid.point(span.vertices[0])
        if @kind == :chamfer
          feet = Blend.setbacks(@kind, @sizes, c.half).each_with_index.map { |mm, i| V.along(p, c.u[i], mm) }
          if span.straight?
            return Geometry::Surface.plane(section[1], V.unit(V.cross(c.tangent, V.sub(feet[1], feet[0]))))
          end

          return cone(span, *feet)
        end
        centre = V.along(p, V.unit(V.add(*c.u)), @sizes[0] / Math.sin(c.half))
        span.straight? ? Geometry::Surface.cylinder(centre, c.tangent, @sizes[0]) : torus(span, centre)
      end

      def cone(span, a, b)
        axis, origin = span.arc
        (h0, r0), (h1, r1) = [a, b].map { |p| cylindrical(p, axis, origin) }
        return Geometry::Surface.cylinder(origin, axis, r0) if (r0 - r1).abs < 1e-9
        return Geometry::Surface.plane(a, axis) if (h0 - h1).abs < 1e-9

        Geometry::Surface.cone(V.along(origin, axis, h0), axis, r0, (r1 - r0) / (h1 - h0))
      end

      def torus(span, centre)
        axis, origin = span.arc
        h, r = cylindrical(centre, axis, origin)
        at = V.along(origin, axis, h)
        r < 1e-9 ? Geometry::Surface.sphere(at, axis, @sizes[0]) : Geometry::Surface.torus(at, axis, r, @sizes[0])
      end

      # Height along the axis and distance from it.
      def cylindrical(point, axis, origin)
        q = V.sub(point, origin)
        h = V.dot(q, axis)
        [h, V.length(V.along(q, axis, -h))]
      end

      # --- ends ---

      # The section at an end of an open span, slid along the edge to where the wedge must stop.
      def ended(span, vertex, section)
        others = @at[vertex] - [span]
        return section if others.any? { |o| tangential?(span, o, vertex) }
        return slid(span, section, *ball_plane(span, vertex)) if @kind == :round && ball?(vertex)

        third = @edges.faces_at(vertex).reject { |n, _| span.names.include?(n) }.values
        others.empty? ? free_end(span, vertex, section, third) : corner_end(span, vertex, section, third, others)
      end

      def tangential?(span, other, vertex)
        V.parallel?(tangent(span, vertex), tangent(other, vertex), 1e-4)
      end

      def free_end(span, vertex, section, third)
        return section if third.all? { |f| V.parallel?(@edges.outward(f, vertex), tangent(span, vertex), 1e-6) }

        refuse(span, vertex) unless span.straight? && third.size == 1 && third[0].face.surface.plane?
        slid(span, section, @solid.point(vertex), third[0].normal)
      end

      # Two treated edges (or three chamfered ones) at one vertex.
      def corner_end(span, vertex, section, third, others)
        unless span.straight? && others.all?(&:straight?) && third.size == 1 && third[0].face.surface.plane?
          refuse(span, vertex)
        end

        alike = others.all? { |o| @corners[o].convex == @corners[span].convex }
        unfit "convex and concave edges meet at #{place(vertex)}; treat them in two features" unless alike

        if others.size > 1 || alike?(span, others[0], vertex)
          return slid(span, section, @solid.point(vertex), third[0].normal)
        end

        refuse(span, vertex) unless (@corners[span].half - @corners[others[0]].half).abs < 1e-6
        slid(span, section, @solid.point(vertex), V.unit(V.sub(away(span, vertex), away(others[0], vertex))))
      end

      # Is the third edge at the vertex, where neither face is shared, bent the same way as the treated ones?
      def alike?(span, other, vertex)
        far = (other.names - span.names)[0]
        V.dot(away(span, vertex), @edges.outward(@edges.faces_at(vertex).fetch(far), vertex)).negative? ==
          @corners[span].convex
      end

      # Unit direction of a span leaving a vertex.
      def away(span, vertex)
        t = tangent(span, vertex)
        vertex == span.vertices[0] ? t : V.neg(t)
      end

      def slid(span, section, point, normal)
        t = @corners[span].tangent
        down = V.dot(t, normal)
        raise EdgeSpans::Unfit, "the edge between '#{span.names.join("' and '")}' ends too obliquely" if down.abs < 0.05

        section.map { |p| V.along(p, t, V.dot(V.sub(point, p), normal) / down) }
      end

      def refuse(span, vertex)
        unfit "the edge between '#{span.names.join("' and '")}' ends at #{place(vertex)} in a way that is not " \
              "treated; name the edges that go on from there too, or leave it out"
      end

      def place(vertex) = format('(%.2f, %.2f, %.2f) mm', *@solid.point(vertex))

      # --- three rounded edges at one vertex ---

      def ball?(vertex)
        spans = @at[vertex]
        spans.size == 3 && spans.all?(&:straight?) && @edges.faces_at(vertex).size == 3 &&
          spans.map { |s| @corners[s].convex }.uniq.size == 1
      end

      # Centre of the ball that touches the three faces at a vertex.
      def ball_centre(vertex)
        faces = @edges.faces_at(vertex).values
        side = @corners[@at[vertex][0]].convex ? -@sizes[0] : @sizes[0]
        a, b, c = faces.map(&:normal)
        det = V.dot(a, V.cross(b, c))
        shift =
          [V.cross(b, c), V.cross(c, a), V.cross(a, b)].reduce([0.0, 0.0, 0.0]) { |s, v| V.along(s, v, side / det) }
        V.add(@solid.point(vertex), shift)
      end

      def ball_plane(span, vertex) = [ball_centre(vertex), @corners[span].tangent]

      def balls
        return [] unless @kind == :round

        @at.keys.select { |v| ball?(v) }.map { |v| [ball(v), @corners[@at[v][0]].convex ? :cut : :boss, ball_name(v)] }
      end

      def unfit(words) = raise(EdgeSpans::Unfit, words)

      def ball_name(vertex) = "#{@prefix}/corner.#{@edges.faces_at(vertex).keys.sort.join('+').tr('/', '.')}"

      def ball(vertex)
        v = @solid.point(vertex)
        centre = ball_centre(vertex)
        feet =
          @edges.faces_at(vertex).transform_values { |f| V.along(centre, f.normal, V.dot(V.sub(v, centre), f.normal)) }
        on_edge =
          @at[vertex].to_h { |s| [s, V.along(v, @corners[s].tangent, V.dot(V.sub(centre, v), @corners[s].tangent))] }
        inside = V.along(v, V.sub(centre, v), 0.02)
        mesh = Mesh.new
        feet.each do |name, foot|
          a, b = @at[vertex].select { |s| s.names.include?(name) }.map { |s| on_edge[s] }
          side(mesh, "on.#{name.tr('/', '.')}", [v, a, foot, b], inside)
        end
        on_edge.each do |s, e|
          side(mesh, "across.#{name(s)}", [e, *arc(centre, feet[s.names[0]], feet[s.names[1]], @steps)], inside)
        end
        patch(mesh, vertex, centre, feet.values, inside)
        mesh.solid
      end

      # The spherical triangle between the feet, its sides cut like the rounds that end there.
      def patch(mesh, vertex, centre, feet, inside)
        surface = Geometry::Surface.sphere(centre, V.unit(V.sub(@solid.point(vertex), centre)), @sizes[0])
        left, right = [feet[1], feet[2]].map { |f| arc(centre, feet[0], f, @steps) }
        rows = (0..@steps).map { |k| k.zero? ? [feet[0]] : arc(centre, left[k], right[k], k) }
        rows.each_cons(2) do |upper, lower|
          upper.each_index do |i|
            sides = [[upper[i], lower[i], lower[i + 1]]]
            sides << [upper[i], lower[i + 1], upper[i + 1]] if i < upper.size - 1
            sides.each { |three| face(mesh, ball_name(vertex), three, inside) { surface } }
          end
        end
      end
    end
  end
end
