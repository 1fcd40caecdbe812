# frozen_string_literal: true

module Nockplane
  module Projection
    # The edges of a solid, independent of a view: ends, the two facets, and what kind of edge it is.
    # kind: :sharp, :smooth (tangent faces), or :inner (within one face: drawn only where it is a silhouette).
    class EdgeSet
      Edge =
        Struct.new(:a, :b, :f, :g, :kind, :ring) do
          # With its indices moved, on another ring.
          def shifted(vertex, facet, ring) = EdgeSet::Edge.new(a + vertex, b + vertex, f + facet, g + facet, kind, ring)
        end

      # A circle or ellipse of chords between the same two faces, or an arc of it: its ring, the indices of its edges,
      # and the vertices of an arc's ends (nil where it is closed). In a view it is one thing: most are seen, or hidden,
      # as a whole.
      Loop =
        Struct.new(:ring, :edges, :ends) do
          # With its indices moved, on another ring.
          def shifted(vertex, edge, ring)
            EdgeSet::Loop.new(ring, edges.map { |i| i + edge }, ends&.map { |v| v + vertex })
          end
        end

      # One of the placed parts of a set: number of the part (occurrences of one part have one), its Solids::Transform,
      # and the ranges of indices that are its own.
      Occurrence = Struct.new(:part, :transform, :vertices, :facets, :edges, :loops)

      # edges; loops: [Loop]; hull: { index of a facet => true } where nothing of the solid lies before its plane;
      # pieces: convex polygons of every facet; exact: { vertex => true place } as of Exact.vertices; slivers: as of
      # Slivers; rims: as of Rims; occurrences: [Occurrence] of a set of placed parts, else nil.
      attr_reader :edges, :loops, :hull, :pieces, :exact, :slivers, :rims, :occurrences

      # The set of a solid that is many placed ones: parts are [EdgeSet, Solids::Transform, first vertex, first facet],
      # in the order of the facets. Nothing is looked for again.
      def self.placed(parts)
        loops = []
        edges =
          parts.each_with_object([]) do |(set, transform, vertex, facet), all|
            rings = {}.compare_by_identity
            at = all.size
            set.edges.each do |e|
              r = e.ring && (rings[e.ring] ||= e.ring.mapped(transform.method(:point), transform.method(:direction)))
              all << e.shifted(vertex, facet, r)
            end
            set.loops.each { |l| loops << l.shifted(vertex, at, rings[l.ring]) }
          end
        exact =
          parts.each_with_object({}) do |(set, transform, vertex, _), all|
            set.exact.each { |v, p| all[v + vertex] = transform.point(p).freeze }
          end
        slivers =
          parts.each_with_object({}) do |(set, transform, _, facet), all|
            set.slivers.each { |i, n| all[i + facet] = transform.direction(n) }
          end
        allocate.tap do |s|
          s.send(
            :take,
            edges,
            loops,
            exact,
            parts.flat_map do |set, _, vertex, _|
              set.pieces.map { |list| list.map { |ids| ids.map { |i| i + vertex } } }
            end,
            slivers,
            placed_rims(parts),
            placed_at(parts)
          )
        end
      end

      def self.placed_at(parts)
        numbers = {}.compare_by_identity
        counts = Hash.new { |h, set| h[set] = (set.pieces.flatten.max || -1) + 1 }.compare_by_identity
        edge = loops = 0
        parts.map do |set, transform, vertex, facet|
          ranges = [[vertex, counts[set]], [facet, set.pieces.size], [edge, set.edges.size], [loops, set.loops.size]]
          edge += set.edges.size
          loops += set.loops.size
          part = numbers[set] ||= numbers.size
          Occurrence.new(part, transform, *ranges.map { |from, count| from...(from + count) })
        end
      end

      def self.placed_rims(parts)
        parts.each_with_object({}) do |(set, _, vertex, facet), all|
          set.rims.each do |v, rims|
            all[v + vertex] = Rims.shifted(rims, vertex, facet)
          end
        end
      end
      private_class_method :placed_rims, :placed_at

      # The set of those edges only that border on some facets (by index).
      def bordering(facets)
        chosen = facets.to_h { |i| [i, true] }
        edges = @edges.select { |e| chosen[e.f] || chosen[e.g] }
        EdgeSet.allocate.tap { |s| s.send(:take, edges, [], @exact, @pieces, @slivers, @rims) }
      end

      # The set of some occurrences alone (their numbers, in order), of a solid of just those (Repeats).
      def of_occurrences(chosen)
        vertex = facet = edge = 0
        found = [[], [], {}, [], {}, {}]
        chosen.each do |i|
          o = @occurrences[i]
          shifts = [vertex - o.vertices.begin, facet - o.facets.begin, edge - o.edges.begin]
          take_over(o, *found, *shifts)
          vertex += o.vertices.size
          facet += o.facets.size
          edge += o.edges.size
        end
        EdgeSet.allocate.tap { |s| s.send(:take, *found) }
      end

      # apart: what the names of faces begin with whose borders are all edges, also in the plane of their neighbours;
      # nil for none.
      def initialize(solid, apart: nil)
        @solid = solid
        @apart = apart
        @edges = []
        @circles = {}
        @met = pairs
        @alike = pairs
        collect
        @loops = Loops.of(@edges, solid)
        @hull = Hull.of(solid)
        # Convex pieces of every facet, by facet index.
        @pieces = solid.facets.map { |f| Solids::Triangulator.convex_pieces(solid, f) }
        @exact = Unfolding.call(solid, @edges, Exact.vertices(solid, @edges))
        @slivers = Slivers.of(solid)
        @rims = Rims.of(solid, @edges)
        @solid = @circles = @oblique = @met = @alike = @apart = nil
        Ractor.make_shareable(self)
      end

      private

      # { one => { another => what is known of the two } }, by identity.
      def pairs
        Hash.new { |h, one| h[one] = {}.compare_by_identity }.compare_by_identity
      end

      # Adds what belongs to an occurrence to lists and hashes of all kinds, with its indices moved.
      def take_over(o, edges, loops, exact, pieces, slivers, rims, vertex, facet, edge)
        @edges[o.edges].each { |e| edges << e.shifted(vertex, facet, e.ring) }
        @loops[o.loops].each { |l| loops << l.shifted(vertex, edge, l.ring) }
        @pieces[o.facets].each { |list| pieces << list.map { |ids| ids.map { |v| v + vertex } } }
        o.facets.each { |f| (n = @slivers[f]) && slivers[f + facet] = n }
        o.vertices.each do |v|
          (p = @exact[v]) && exact[v + vertex] = p
          (list = @rims[v]) && rims[v + vertex] = Rims.shifted(list, vertex, facet)
        end
      end

      def take(edges, loops, exact, pieces, slivers, rims, occurrences = nil)
        @occurrences = occurrences
        @slivers = slivers
        @rims = rims
        @edges = edges
        @loops = loops
        @hull = {} # of many solids together it is not looked for
        @exact = exact
        @pieces = pieces
        Ractor.make_shareable(self)
      end

      def collect
        open = {}
        @solid.facets.each_with_index do |facet, i|
          facet.each_edge do |a, b|
            back = (b << 32) | a
            if (waiting = open[back]) && !waiting.empty?
              add(b, a, waiting.pop, i)
            else
              (open[(a << 32) | b] ||= []) << i
            end
          end
        end
      end

      def add(a, b, i, j)
        f = @solid.facets[i].face
        g = @solid.facets[j].face
        return add_inner(a, b, i, j, f) if f.equal?(g) || f.name == g.name

        kind, ring = alike?(f, g) ? (@met[f][g] ||= told(a, b, i, j)) : told(a, b, i, j)
        return if kind == :none
        return add_inner(a, b, i, j, f) if kind == :inner

        @edges << Edge.new(a, b, i, j, kind, ring)
      end

      # [kind of edge, its ring]; kind :none between planes that are one, :inner within one surface.
      def told(a, b, i, j)
        f = @solid.facets[i].face
        g = @solid.facets[j].face
        kind = tangent?(a, b, i, j) && !border?(f, g) ? :smooth : :sharp
        if kind == :smooth
          return [:none, nil] if f.surface.plane? && g.surface.plane?
          return [:inner, nil] if f.surface.coincident?(g.surface)
        end

        [kind, ring(a, b, f, g)]
      end

      # Do two faces meet in the same way all along: two planes in a line, a plane square to a cylinder or cone in one
      # circle about it?
      def alike?(f, g)
        pair = @alike[f]
        pair.fetch(g) { pair[g] = uniform?(f.surface, g.surface) }
      end

      def uniform?(s, t)
        s.plane? ? t.plane? || square?(s, t) : t.plane? && square?(t, s)
      end

      def square?(plane, turned)
        Rims::TURNED.include?(turned.kind) && Geometry::Vec.parallel?(plane.axis, turned.axis, 1e-12)
      end

      def add_inner(a, b, i, j, face)
        @edges << Edge.new(a, b, i, j, :inner, nil) unless face.surface.plane?
      end

      # Do the analytic surfaces meet without a crease? Asked at the ends: the middle of a chord is off curved surfaces.
      # Does one of two faces begin so, and the other not?
      def border?(one, other) = @apart && one.name.start_with?(@apart) != other.name.start_with?(@apart)

      def tangent?(a, b, i, j)
        [a, b].any? do |v|
          Geometry::Vec.dot(@solid.outward(@solid.facets[i], v), @solid.outward(@solid.facets[j], v)) >
            1 - Geometry::Tolerance::TANGENT
        end
      end

      # The circle or ellipse an edge is a chord of, nil when it is on none.
      def ring(a, b, f, g)
        one, other = f.surface, g.surface
        one, other = other, one if other.kind == :cylinder && one.kind != :cylinder
        (level_circle(a, b, one) if one.turned?) || (level_circle(a, b, other) if other.turned?) ||
          flat_cut(a, f.surface, g.surface)
      end

      # Both ends at one height and distance of a turned face's axis.
      def level_circle(a, b, surface)
        p = @solid.point(a)
        q = @solid.point(b)
        axis = surface.axis
        h = Geometry::Vec.dot(Geometry::Vec.sub(p, surface.origin), axis)
        return nil if (Geometry::Vec.dot(Geometry::Vec.sub(q, surface.origin), axis) - h).abs > 1e-6

        radius = level_radius(surface, p, q) or return nil
        kept(Ring.circle(Geometry::Vec.along(surface.origin, axis, h), axis, radius))
      end

      # Distance from the axis that two points share, nil when they share none: of a cylinder its radius where both
      # lie on its circle or on chords of that.
      def level_radius(surface, p, q)
        one, other = surface.radial_distance(p), surface.radial_distance(q)
        on_chords = surface.kind == :cylinder && [one, other].all? { |d| Geometry::Chords.on?(surface.radius, d) }
        return surface.radius if on_chords

        one if (other - one).abs <= 1e-6 && one >= 1e-6
      end

      # Where a plane and a turned surface meet in a circle or ellipse, near vertex a.
      def flat_cut(a, s, t)
        plane, turned = [[s, t], [t, s]].find { |x, y| x.plane? && y.turned? }
        return nil unless plane
        return Ring.meridian(plane, turned, @solid.point(a))&.then { |r| kept(r) } if turned.kind == :torus

        @oblique ||= {}.compare_by_identity
        of = (@oblique[plane] ||= {}.compare_by_identity)
        of.fetch(turned) { of[turned] = Ring.cut(plane, turned)&.then { |r| kept(r) } }
      end

      def kept(ring) = @circles[ring.key] ||= ring
    end
  end
end
