# frozen_string_literal: true

module Nockplane
  module Solids
    # Edges of a solid by the names of the two faces they lie between, as spans: a straight stretch between two planes,
    # or an arc (maybe a whole circle) where a plane and a turned face, or two turned faces, meet square to their common
    # axis.
    class EdgeSpans
      # faces: [Face, Face]; vertices: ids in order; facets: a facet of each face at the start; closed: a whole circle;
      # arc: [axis, centre] or nil. The facet of faces[0] runs the edge in the order of the vertices.
      Span = Struct.new(:faces, :vertices, :facets, :closed, :arc) do
        def straight? = arc.nil?
        def names = faces.map(&:name)
        def key = names.sort
      end
      # An edge that can't be treated; the message says why.
      class Unfit < Nockplane::Error; end

      def initialize(solid)
        @solid = solid
        @edges = Hash.new { |h, k| h[k] = [] } # sorted names => [[a, b, facet of the first name, of the second]]
        collect
      end

      # Every pair of face names with an edge between them.
      def pairs = @edges.keys

      # Pairs around one face (by name).
      def around(name) = pairs.select { |p| p.include?(name) }

      # The pairs and all that continue them tangentially: where a chain runs on from one face to a tangent one.
      def with_tangents(pairs)
        found = pairs.dup
        queue = pairs.dup
        while (pair = queue.shift)
          pair.each_with_index do |kept, i|
            tangent_faces(pair[1 - i]).each do |next_name|
              joined = [kept, next_name].sort
              next if found.include?(joined) || !@edges.key?(joined) || !meet?(pair, joined)

              found << joined
              queue << joined
            end
          end
        end
        found
      end

      # [Span] of a pair of names. Raises Unfit.
      def spans(pair)
        list = @edges.fetch(pair)
        a, b, f, g = list[0]
        arc = arc_of(f.face.surface, g.face.surface, a, b)
        unless arc || [f, g].all? { |x| x.face.surface.plane? }
          raise Unfit,
                "the edge between '#{pair[0]}' and '#{pair[1]}' is neither straight nor a circle square to its axis"
        end

        runs(list).flat_map { |run| arc ? [span(run, arc)] : straight(run) }
      end

      # Outward analytic normal of a facet's face at a vertex of that face.
      def outward(facet, vertex)
        surface = facet.face.surface
        return facet.normal if surface.plane?

        own = surface.normal_at(@solid.point(facet.loops[0][0]))
        n = surface.normal_at(@solid.point(vertex))
        Geometry::Vec.dot(own, facet.normal).negative? ? Geometry::Vec.neg(n) : n
      end

      # Names of the faces at a vertex with one facet of each: { name => Facet }.
      def faces_at(vertex) = at_vertex[vertex]

      private

      def collect
        open = {}
        @solid.facets.each do |f|
          f.each_edge do |a, b|
            other = open.delete((b << 32) | a)
            if other.nil? then open[(a << 32) | b] = f
            elsif other.face.name != f.face.name then store(a, b, f, other)
            end
          end
        end
      end

      def store(a, b, f, g)
        f.face.name < g.face.name ?
          @edges[[f.face.name, g.face.name]] << [a, b, f, g] :
          @edges[[g.face.name, f.face.name]] << [b, a, g, f]
      end

      def at_vertex
        @at_vertex ||=
          @solid
            .facets
            .each_with_object(Hash.new { |h, k| h[k] = {} }) do |f, map|
              f.loops.each { |l| l.each { |v| map[v][f.face.name] ||= f } }
            end
      end

      # Faces that meet a face without a crease.
      def tangent_faces(name)
        around(name).filter_map do |pair|
          a, _b, f, g = @edges[pair][0]
          (pair - [name])[0] if Geometry::Vec.dot(outward(f, a), outward(g, a)) > 1 - Geometry::Tolerance::TANGENT
        end
      end

      def meet?(pair, other) = !(vertices(pair) & vertices(other)).empty?
      def vertices(pair) = @edges[pair].flat_map { |a, b, *| [a, b] }.uniq

      # [axis, centre] of the circle the edge lies on, nil when it is none.
      def arc_of(s, t, a, b)
        turned = [s, t].find { |x| %i[cylinder cone].include?(x.kind) } or return nil
        unless [s, t].all? { |x|
                 Geometry::Vec.parallel?(x.axis, turned.axis, 1e-7) && (x.plane? || coaxial?(x, turned)) &&
                   %i[plane cylinder cone].include?(x.kind)
               }
          return nil
        end

        heights = [a, b].map { |v| Geometry::Vec.dot(Geometry::Vec.sub(@solid.point(v), turned.origin), turned.axis) }
        (heights[0] - heights[1]).abs < 1e-6 ?
          [turned.axis, Geometry::Vec.along(turned.origin, turned.axis, heights[0])] :
          nil
      end

      def coaxial?(a, b)
        q = Geometry::Vec.sub(a.origin, b.origin)
        Geometry::Vec.length(Geometry::Vec.along(q, b.axis, -Geometry::Vec.dot(q, b.axis))) < 1e-6
      end

      # Segments joined end to end: [[segments in order], ...].
      def runs(list)
        after = list.to_h { |s| [s[0], s] }
        ends = list.to_h { |s| [s[1], s] }
        starts = list.reject { |s| ends.key?(s[0]) }
        done = {}
        (starts + list).filter_map do |s|
          next if done[s]

          run = []
          while s && !done[s]
            done[s] = true
            run << s
            s = after[s[1]]
          end
          run
        end
      end

      def span(run, arc)
        closed = run[0][0] == run[-1][1]
        Span.new(
          [run[0][2].face, run[0][3].face],
          run.map(&:first) + (closed ? [] : [run[-1][1]]),
          run[0][2, 2],
          closed,
          arc
        )
      end

      # A run of collinear segments is one span from its first to its last vertex.
      def straight(run)
        run.slice_when { |s, t| !Geometry::Vec.parallel?(direction(s), direction(t), 1e-7) }.map do |part|
          Span.new([part[0][2].face, part[0][3].face], [part[0][0], part[-1][1]], part[0][2, 2], false, nil)
        end
      end

      def direction(segment) = Geometry::Vec.sub(@solid.point(segment[1]), @solid.point(segment[0]))
    end
  end
end
