# frozen_string_literal: true

module Nockplane
  module Projection
    # Circles and ellipses of an edge set, and arcs of them, that are seen, or hidden, as a whole: told at once, instead
    # of chord by chord. Hidden are those of which all facets look away, and those before which a facet covers all cells
    # around them; seen those on facets that have the whole solid behind them, and those that nothing comes before. One
    # seen edge-on is a line: it is left out where it runs along a straight edge that is seen, and would be drawn once
    # with it, and told by lines as near as it comes and as deep as its nearer half does. All others are left to their
    # chords.
    class Rounds
      PAD = Hiding::PAD
      DEPTH = Hiding::DEPTH
      NEAR = Geometry::Tolerance::COINCIDENT / 2

      # [[EdgeSet::Loop, visible], ...], the nearest first; { index of an edge => visible } of their chords, nil
      # of those that another line stands for.
      attr_reader :told, :chords

      # front: by facet, does it look at the viewer? bent: is its face one with contours? images: x, y and depth of the
      # vertices, mm; laid: Occluders; hiding: Hiding.
      def initialize(edge_set, frame, front, bent, images, laid, hiding)
        @set = edge_set
        @frame = frame
        @front = front
        @px, @py, @pz = images
        @laid = laid
        @bent = bent
        @hiding = hiding
        @xs, @ys, _, @depths, @boxes, @near = laid.lists
        @told = []
        @chords = {}
        @set.loops.each { |l| tell(l) }
        @told.sort_by!.with_index { |(l, _), i| [@frame.depth(l.ring.centre), i] }
      end

      # Is an edge surely seen: one of a facet that looks at the viewer and has the whole solid behind it?
      def sure?(edge) = first?(edge.f) || first?(edge.g)

      private

      def tell(loop)
        edge_on = loop.ring.image(@frame).nil?
        return if edge_on && loop.ends # (how far the line reaches is told by its chords)

        ids = @set.edges.values_at(*loop.edges).flat_map { |e| [e.a, e.b] }.uniq
        return note(loop, false) if buried?(ids)
        return along_edge(loop, ids) if edge_on

        visible = seen(loop)
        note(loop, visible) unless visible.nil?
      end

      def note(loop, visible)
        @told << [loop, visible]
        loop.edges.each { |i| @chords[i] = visible }
      end

      # Does a facet cover every cell around some vertices before all of them?
      def buried?(ids)
        x0, x1 = @px.values_at(*ids).minmax
        y0, y1 = @py.values_at(*ids).minmax
        @laid.covered?(x0 - PAD, y0 - PAD, x1 + PAD, y1 + PAD, @pz.values_at(*ids).min)
      end

      def along_edge(loop, ids)
        ends =
          [ids.minmax_by { |v| @px[v] }, ids.minmax_by { |v| @py[v] }].max_by do |a, b|
            (@px[a] - @px[b]).abs + (@py[a] - @py[b]).abs
          end
        return loop.edges.each { |i| @chords[i] = nil } if straight.any? { |e| ends.all? { |v| on?(e, v) } }

        visible = across(loop, *ends)
        note(loop, visible) unless visible.nil?
      end

      # Of a ring seen edge-on: true where nothing hides a line as deep as its nearer half at the most, which looks at
      # the viewer; false where one as near as it comes is hidden; nil where its chords have to be asked. (Its own
      # facets lie at one side of it each.)
      def across(loop, first, last)
        edges = @set.edges.values_at(*loop.edges)
        ring = RoundEdgeOn.new(loop.ring, @frame)
        ends = [first, last].map { |v| [@px[v], @py[v]] }
        return false if Intervals.rest(0.0, 1.0, @hiding.of_line(*ends, ring.nearest), 1e-9).empty?

        near = edges.select { |e| [e.a, e.b].any? { |v| ring.nearer?(@px[v], @py[v], @pz[v]) } }
        return nil unless near.all? { |e| @front[e.f] || @front[e.g] } && !unsure?(edges)

        own = edges.each_with_object({}) { |e, all| all[e.f] = all[e.g] = true }
        @hiding.of_line(*ends, ring.farthest, own).empty? ? true : nil
      end

      # Straight edges that are surely seen: those of facets that have the whole solid behind them.
      def straight
        @straight ||= @set.edges.select { |e| e.kind == :sharp && e.ring.nil? && sure?(e) }
      end

      # Is a vertex on an edge in the image?
      def on?(edge, vertex)
        ax, ay = @px[edge.a], @py[edge.a]
        dx, dy = @px[edge.b] - ax, @py[edge.b] - ay
        length = Math.hypot(dx, dy)
        return false if length < NEAR

        wx, wy = @px[vertex] - ax, @py[vertex] - ay
        along = ((wx * dx) + (wy * dy)) / length
        along > -NEAR && along < length + NEAR && (((dx * wy) - (dy * wx)) / length).abs < NEAR
      end

      # true, false, or nil where its chords have to be asked.
      def seen(loop)
        edges = @set.edges.values_at(*loop.edges)
        return nil if unsure?(edges)

        looking = edges.count { |e| @front[e.f] || @front[e.g] }
        return false if looking.zero?
        return nil if looking < edges.size

        edges.all? { |e| sure?(e) } || free?(loop, edges) ? true : nil
      end

      # Does a face with contours border on them (where it turns away is told by Grazing), and nothing else that looks
      # at the viewer all along?
      def unsure?(edges)
        edges.any? do |e|
          bent = [e.f, e.g].select { |i| @bent[i] }
          bent.any? && (bent.size > 1 || !@front[([e.f, e.g] - bent)[0]])
        end
      end

      # Does nothing of the solid lie before a facet that looks at the viewer?
      def first?(facet) = @front[facet] && @set.hull[facet]

      # Is no piece that comes to the ring in the image before its plane anywhere, other than at its one side? (What
      # lies behind the plane that a ring lies in can't hide it, nor what only touches it.)
      def free?(loop, edges)
        plane = depth_of(loop.ring)
        chords = edges.map { |e| [@px[e.a], @py[e.a], @px[e.b], @py[e.b]] }
        outline = RoundOutline.new(loop.ring, @frame, chords)
        x0, x1 = outline.xs.minmax
        y0, y1 = outline.ys.minmax
        farthest = edges.flat_map { |e| [@pz[e.a], @pz[e.b]] }.max
        asked = {}
        side = nil
        @laid.cells_in(x0 - PAD, y0 - PAD, x1 + PAD, y1 + PAD) do |pieces|
          pieces.each do |k|
            break if @near[k] >= farthest

            box = @boxes[k]
            next if box[0] > x1 || box[2] < x0 || box[1] > y1 || box[3] < y0 || asked[k]

            asked[k] = true
            next if behind?(k, plane)

            found = outline.side(@xs[k], @ys[k])
            return false unless found == (side ||= found) && found
          end
        end
        true
      end

      # [a, b, c] of the depth a x + b y + c of the plane a ring lies in.
      def depth_of(ring)
        n = ring.axis
        nd = Geometry::Vec.dot(n, @frame.d)
        [@frame.r, @frame.u].map { |v| -Geometry::Vec.dot(n, v) / nd } << (Geometry::Vec.dot(n, ring.centre) / nd)
      end

      # Are all corners of a piece on the plane or behind it?
      def behind?(piece, (a, b, c))
        pa, pb, pc = @depths[piece]
        pa -= a
        pb -= b
        least = c - pc - DEPTH
        xs = @xs[piece]
        ys = @ys[piece]
        i = 0
        i += 1 while i < xs.size && (pa * xs[i]) + (pb * ys[i]) >= least
        i == xs.size
      end
    end
  end
end
