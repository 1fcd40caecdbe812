# frozen_string_literal: true

module Nockplane
  module Projection
    # Edges of which an equal one lies straight before them in the image: the two rims of a bore seen along it, parts
    # in rows one behind the other. Where the nearer is seen the farther is drawn over, where something hides it both
    # are; so the farther is not asked for. (Edges between facets that look away are hidden by none other: they stand
    # back behind any twin.)
    class Twins
      # Parts of a mm of image that places are told apart by. (Those on either side of such a mark are asked for both.)
      GRAIN = 1e5
      # Bits of such a number: enough for 100 m. (In all 62, which are quick, on parts up to a metre.)
      ROOM = 34
      DEPTH = Geometry::Tolerance::DEPTH
      NEAR = Geometry::Tolerance::COINCIDENT / 2
      # Kinds from the most important on.
      ORDER = { sharp: 0, silhouette: 1, smooth: 2 }.freeze

      # front: by facet, does it look at the viewer? px, py, pz: images and depths of the vertices, mm.
      def initialize(solid, frame, front, px, py, pz)
        @front = front
        @solid = solid
        @frame = frame
        @px = px
        @py = py
        @pz = pz
        @places = {}
        @at = {}
      end

      # The [edge, kind] of a list that are to be asked for, in their order: without edges seen as a point, and without
      # farther twins.
      def first(list)
        groups = {}
        list.each { |pair| (key = key_of(pair[0])) && (groups[key] ||= []) << pair }
        left = groups.each_value.flat_map { |group| group.size == 1 ? group : nearest(group) }
        found = left.to_h { |pair| [pair, true] }.compare_by_identity
        left.size == list.size ? list : list.select { |pair| found.key?(pair) }
      end

      private

      # One number for the places of both ends; nil where they are one.
      def key_of(edge)
        a = place(edge.a)
        b = place(edge.b)
        a == b ? nil : (a < b ? (a << 32) | b : (b << 32) | a)
      end

      # Number of a vertex' place in the image.
      def place(vertex)
        @places[vertex] ||= begin
          key = ((@px[vertex] * GRAIN).round << ROOM) + (@py[vertex] * GRAIN).round
          @at[key] ||= @at.size
        end
      end

      def nearest(group)
        live, dead = group.partition { |e, _| @front[e.f] || @front[e.g] }
        nearer = live.sort_by.with_index { |(e, _), i| (((@pz[e.a] + @pz[e.b]) * GRAIN).round * live.size) + i }
        kept = nearer.each_with_object([]) do |pair, list|
          list << pair if list.none? { |one| before?(one[0], pair[0]) && over?(*one, *pair) }
        end
        dead.each { |pair| kept << pair if kept.none? { |before| over?(*before, *pair) } }
        kept
      end

      # Is a line drawn over another of one place?
      def over?(one, kind, other, its) = ORDER[kind] <= ORDER[its] && alike?(one, other)

      def before?(near, far)
        a, b = [near.a, near.b].map { |v| @pz[v] }
        c, d = [far.a, far.b].map { |v| @pz[v] }
        c, d = d, c if place(near.a) != place(far.a)
        a <= c + DEPTH && b <= d + DEPTH
      end

      # Do chords at one place stand for the same line?
      def alike?(one, other)
        return round?(one.ring, other.ring) if one.ring && other.ring
        return false if one.ring || other.ring

        straight?(one) && straight?(other)
      end

      def straight?(edge) = [edge.f, edge.g].all? { |i| @solid.facets[i].face.surface.plane? }

      # Rings of one size and direction whose middles lie straight behind each other.
      def round?(one, other)
        return true if one.equal?(other)

        [[one.p, other.p], [one.q, other.q]].all? do |v, w|
          (Geometry::Vec.length(v) - Geometry::Vec.length(w)).abs < NEAR
        end && Geometry::Vec.parallel?(one.axis, other.axis) &&
          @frame.image(one.centre).zip(@frame.image(other.centre)).all? { |a, b| (a - b).abs < NEAR }
      end
    end
  end
end
