# frozen_string_literal: true

module Nockplane
  module Projection
    # Which edges and outlines of a solid are drawn in a view, and which parts of them are hidden: front-facing convex
    # pieces are occluders in a uniform image grid (Occluders), and what is not sure beforehand is clipped against them
    # (Hiding).
    class HiddenLines
      WHOLE = Hiding::WHOLE
      FRONT = -1e-9

      # One edge as seen: edge, class (:sharp, :smooth, :silhouette), hidden intervals of t (0..1 from a to b), and the
      # model points it truly runs between (Exact); of a contour also its unit directions there (nil: straight). ends:
      # as of Outlines.
      Seen = Struct.new(:edge, :kind, :hidden, :from, :to, :leaves, :arrives, :ends)

      # Projected coordinates and depths by vertex, mm.
      attr_reader :px, :py, :pz

      def initialize(solid, edge_set, frame)
        @solid = solid
        @set = edge_set
        @frame = frame
      end

      # Loops of the edge set that are seen, or hidden, as a whole: [[EdgeSet::Loop, visible], ...]. Known after #call.
      attr_reader :rounds

      # { Junctions.key => [name of a face, ...] } of places where a rim turns away: both facets of the edge on one side
      # look away, those of the faces named look at the viewer on the other. seen: what #call gave.
      def turns(seen)
        away, rest = seen.partition { |s| s.edge.f != s.edge.g && !@front[s.edge.f] && !@front[s.edge.g] }
        ends = away.each_with_object({}) { |s, all| all[s.edge.a] = all[s.edge.b] = true }
        return {} if ends.empty?

        shown = Hash.new { |h, key| h[key] = [] }
        each_end(rest, ends) do |key, edge|
          shown[key].concat([edge.f, edge.g].select { |i| @front[i] }.map { |i| @solid.facets[i].face.name })
        end
        found = {}
        each_end(away, ends) { |key, _| shown.key?(key) && found[key] = shown[key].uniq }
        found
      end

      # [Seen] for every edge to draw that is in none of the whole loops.
      def call
        @px, @py, @pz = @frame.project(@solid)
        @contours = Contours.new(@solid, @frame)
        face_sides
        lay_occluders
        @mates = Mates.new(@solid, @frame, @front)
        @grazing = Grazing.new(@solid, @frame, @contours)
        @told = Rounds.new(@set, @frame, @front, @bent, [@px, @py, @pz], @laid, @hiding)
        @rounds, done = @told.told, @told.chords
        twins = Twins.new(@solid, @frame, @front, @px, @py, @pz)
        twins.first(asked(done)).map { |e, kind| seen_of(e, kind) } + contours
      end

      private

      # (What a line covers of others is told between its true ends, which stand beside those of its chord where
      # something ends on a chord of another thing.)
      def seen_of(edge, kind)
        run = runs.of_edge(edge, kind)
        found = Seen.new(edge, kind, covered(edge, kind, run), *run)
        moved = @set.exact.key?(edge.a) || @set.exact.key?(edge.b)
        found.ends = [found.from, found.to].map { |p| @frame.image(p) } if moved && straight?(edge)
        found
      end

      # Is the true edge a line in the image: that of two planes, or a circle seen edge-on?
      def straight?(edge)
        return images[edge.ring].nil? if edge.ring

        [edge.f, edge.g].all? { |i| @solid.facets[i].face.surface.plane? }
      end

      # Image of every ring, nil for those seen edge-on.
      def images = @images ||= Hash.new { |h, ring| h[ring] = ring.image(@frame) }.compare_by_identity

      # Yields Junctions.key and edge of the ends, at some vertices, of what was seen.
      def each_end(seen, vertices)
        seen.each do |s|
          e = s.edge
          [[e.a, s.from], [e.b, s.to]].each do |v, place|
            next unless vertices[v]

            faces = [e.f, e.g].map { |i| @solid.facets[i].face.name }.uniq.sort
            yield Junctions.key(faces, s.kind, @frame.image(place)), e
          end
        end
      end

      # Hidden intervals of an edge: all of one that looks away, nothing of one on a facet with all the rest behind it.
      # run: where it truly runs.
      def covered(e, kind, run)
        own = @grazing.of(e)
        away, near = @grazing.turning(e) if own.nil? && (@bent[e.f] || @bent[e.g])
        return Intervals.union([away, *@hiding.of(e, near).map(&:dup)], 1e-9) if away

        return WHOLE if own == :away || !(own || @front[e.f] || @front[e.g] || @contours.divides?(e))
        return [] if @told.sure?(e)
        return WHOLE if kind == :silhouette && hollow?(e)

        outline = @grazing.beside(e) if kind == :silhouette && own.nil?
        skip = [@mates.of(e), own || outline].compact.reduce(:merge)
        outline ? hidden_along(TrueRuns.places(*run), e, skip) : @hiding.of(e, skip)
      end

      # Is it an outline within the wall of a hole? What is seen along such a wall lies in the material before it and
      # behind it.
      def hollow?(e)
        return false unless e.kind == :inner && Rims::TURNED.include?((face = @solid.facets[e.f].face).surface.kind)

        @hollow ||= {}.compare_by_identity
        @hollow.fetch(face) { @hollow[face] = Rims.hollow?(@solid, e.f) }
      end

      def runs = @runs ||= TrueRuns.new(@solid, @set, @frame, @contours)

      # Which facets look at the viewer, and which are of faces that have contours.
      def face_sides
        dx, dy, dz = @frame.d
        @front = @solid.facets.map { |f| (f.nx * dx) + (f.ny * dy) + (f.nz * dz) < FRONT }
        @set.slivers.each { |i, n| @front[i] = Geometry::Vec.dot(n, @frame.d) < FRONT }
        faces = Hash.new { |h, face| h[face] = Contours.on?(face) }.compare_by_identity
        @bent = @solid.facets.map { |f| faces[f.face] }
        @bent.each_with_index { |bent, i| @front[i] = @contours.front?(i, @front[i]) if bent }
      end

      # [[edge, kind], ...] to draw besides the loops told whole (done: indices of their edges). Hot: for every edge in
      # every view; most are seams within a wall.
      def asked(done)
        found = []
        edges = @set.edges
        i = -1
        while (e = edges[i += 1])
          next if done.key?(i)

          turned = @bent[e.f] || @bent[e.g] ? turned?(e) : @front[e.f] != @front[e.g]
          if e.kind == :sharp then found << [e, :sharp]
          elsif turned then found << [e, :silhouette]
          elsif e.kind == :smooth then found << [e, :smooth]
          end
        end
        found
      end

      # Contours as edges between new points appended to the projected ones. What hides them is asked where they truly
      # run, just outside the mesh.
      def contours
        points = {}
        @contours.pieces.map do |piece|
          a, b = [piece.from, piece.to].map { |at| points[at] ||= append(*at) }
          run = runs.of_piece(piece)
          edge = EdgeSet::Edge.new(a, b, piece.facet, piece.facet, :inner, nil)
          skip = @contours.clear_of(piece)
          Seen.new(edge, :silhouette, hidden_along(TrueRuns.places(*run), edge, skip), *run)
        end
      end

      # Hidden intervals of t along the curve of an outline given by places at equal steps of t; skip: facets that don't
      # hide it.
      def hidden_along(places, edge, skip)
        ids = places.map { |p| stand(p) }
        parts =
          ids
            .each_cons(2)
            .each_with_index
            .flat_map do |(a, b), k|
              part = EdgeSet::Edge.new(a, b, edge.f, edge.g, :inner, nil)
              hidden = @hiding.of(part, skip)
              next [] if hidden.any? && @grazing.clear?(edge.f, @hiding.hiders, places[k], places[k + 1])

              hidden.map { |list| list.map { |t| (k + t) / (ids.size - 1) } }
            end
        parts.size < 2 ? parts : Intervals.union(parts, 1e-9)
      end

      def stand(point)
        @px << @frame.x(point)
        @py << @frame.y(point)
        @pz << @frame.depth(point)
        @px.size - 1
      end

      def append(a, b, t)
        [@px, @py, @pz].each { |c| c << (c[a] + ((c[b] - c[a]) * t)) }
        @px.size - 1
      end

      # On doubly curved faces a turn between facets is drawn only where the true contour runs along the edge, or where
      # the true surface turns at it.
      def turned?(e)
        divides = @contours.divides?(e)
        return divides unless divides.nil?
        return true if e.kind == :smooth && @grazing.turns_at?(e)
        return false if @front[e.f] == @front[e.g]

        faces = [e.f, e.g].map { |i| @solid.facets[i].face }.select { |f| Contours.on?(f) }
        faces.empty? || faces.any? { |f| @contours.along?(f, e.a, e.b) }
      end

      def lay_occluders
        @laid = Occluders.new(@solid, @set, @frame, @front, @px, @py)
        @hiding = Hiding.new(@laid, @px, @py, @pz)
      end
    end
  end
end
