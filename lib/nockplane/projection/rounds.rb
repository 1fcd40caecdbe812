# frozen_string_literal: true

module Nockplane
  module Projection
    # Circles and ellipses of an edge set that are seen, or hidden, as a whole: told at once, instead of chord by chord.
    # Hidden are those of which all facets look away; seen those on facets that have the whole solid behind them, and
    # those that nothing comes before. One seen edge-on is a line: it is left out where it runs along a straight edge
    # that is seen, and would be drawn once with it. All others are left to their chords.
    class Rounds
      PAD = Hiding::PAD
      DEPTH = Hiding::DEPTH
      NEAR = Geometry::Tolerance::COINCIDENT / 2

      # [[EdgeSet::Loop, visible], ...], the nearest first; { index of an edge => visible } of their chords, nil
      # of those that another line stands for.
      attr_reader :told, :chords

      # front: by facet, does it look at the viewer? images: x, y and depth of the vertices, mm; laid: Occluders.
      def initialize(edge_set, frame, front, images, laid)
        @set = edge_set
        @frame = frame
        @front = front
        @px, @py, @pz = images
        @laid = laid
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
        return along_edge(loop) unless loop.ring.image(@frame)

        visible = seen(loop)
        return if visible.nil?

        @told << [loop, visible]
        loop.edges.each { |i| @chords[i] = visible }
      end

      def along_edge(loop)
        ids = loop.edges.map { |i| @set.edges[i].a }
        ends =
          [ids.minmax_by { |v| @px[v] }, ids.minmax_by { |v| @py[v] }].max_by do |a, b|
            (@px[a] - @px[b]).abs + (@py[a] - @py[b]).abs
          end
        loop.edges.each { |i| @chords[i] = nil } if straight.any? { |e| ends.all? { |v| on?(e, v) } }
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
        looking = edges.count { |e| @front[e.f] || @front[e.g] }
        return false if looking.zero?
        return nil if looking < edges.size

        edges.all? { |e| sure?(e) } || free?(loop.ring, edges.map(&:a)) ? true : nil
      end

      # Does nothing of the solid lie before a facet that looks at the viewer?
      def first?(facet) = @front[facet] && @set.hull[facet]

      # Is no piece that comes into the box around the ring's vertices before its plane anywhere? (What lies behind the
      # plane that a ring lies in can't hide it.)
      def free?(ring, ids)
        plane = depth_of(ring)
        x0, x1 = @px.values_at(*ids).minmax
        y0, y1 = @py.values_at(*ids).minmax
        farthest = @pz.values_at(*ids).max
        @laid.cells_in(x0 - PAD, y0 - PAD, x1 + PAD, y1 + PAD) do |pieces|
          pieces.each do |k|
            break if @near[k] >= farthest

            box = @boxes[k]
            return false unless box[0] > x1 || box[2] < x0 || box[1] > y1 || box[3] < y0 || behind?(k, plane)
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
        ys = @ys[piece]
        @xs[piece].each_with_index.all? { |x, i| ((pa - a) * x) + ((pb - b) * ys[i]) + pc - c >= -DEPTH }
      end
    end
  end
end
