# frozen_string_literal: true

module Nockplane
  module Solids
    # A face of a cylinder cut at its rulings into flat polygons, a strip between two rulings at a time. The outline has
    # a corner wherever it crosses a ruling, so every piece of it lies in one strip; along a ruling the face goes on
    # from one outline to the next, whatever holes there are. Coordinates: s counted in strips (rulings are whole
    # numbers), v mm along.
    class StripMesh
      # Parts of a strip within which a corner lies on a ruling.
      ON = 1e-5
      # Parts of a strip that a piece of the outline may reach past a ruling without a corner there.
      PAST = 1e-3
      # Parts of a strip that a corner may stand off a ruling it is taken to be on.
      NEAR = 0.25

      # A corner of the outline at which a piece of it comes to a ruling from a strip or leaves it. id: index of the
      # corner; v; slope: of the piece, dv by ds away from the ruling; piece: which.
      Event = Struct.new(:id, :v, :slope, :piece)

      # [[outline, hole, ...], ...] of polygons, the outlines counter-clockwise; nil where a piece of the outline
      # crosses a ruling without a corner. ss, vs: coordinates; rings: indices around the outline and its holes, the
      # face at their left.
      def self.polygons(ss, vs, rings) = new(ss, vs, rings).polygons

      def initialize(ss, vs, rings)
        @ss = ss.map { |s| (s - s.round).abs < ON ? s.round.to_f : s }
        @vs = vs
        @rings = rings
        rings.each { |ring| settle(ring) }
      end

      def polygons
        pieces = pieces_by_strip or return nil
        on = @rings.flatten.select { |i| ruling?(i) }.group_by { |i| @ss[i].to_i }
        pieces.flat_map { |strip, list| strip_polygons(strip, list, on) or return nil }
      end

      private

      # Where a ring crosses a ruling and has no corner there (none was made because one was near), the near one takes
      # its place.
      def settle(ring)
        ring.each_index do |k|
          a, b = ring[k - 1], ring[k]
          low, high = [@ss[a], @ss[b]].minmax
          (low.floor + 1..high.ceil - 1).each do |ruling|
            near = [a, b].reject { |i| ruling?(i) }.min_by { |i| (@ss[i] - ruling).abs }
            @ss[near] = ruling.to_f if near && (@ss[near] - ruling).abs < NEAR
          end
        end
      end

      def ruling?(i) = @ss[i] == @ss[i].round

      # { strip => [[indices of a run of corners], ...] }: stretches of the outline within one strip, from ruling to
      # ruling or closed.
      def pieces_by_strip
        found = Hash.new { |h, k| h[k] = [] }
        @rings.each do |ring|
          start = ring.index { |i| ruling?(i) }
          order = start ? ring.rotate(start) + [ring[start]] : ring + [ring[0]]
          cut(order).each do |run|
            next if run.all? { |i| @ss[i] == @ss[run[0]] && ruling?(i) } # along a ruling: told by the strips beside it

            strip = strip_of(run) or return nil
            found[strip] << run
          end
        end
        found
      end

      # A closed run cut at every corner on a ruling.
      def cut(run)
        pieces = [[run[0]]]
        run.drop(1).each do |i|
          pieces[-1] << i
          pieces << [i] if ruling?(i)
        end
        pieces.pop if pieces[-1].size == 1
        pieces
      end

      # The strip a run lies in, nil when it is in several.
      def strip_of(run)
        low, high = run.map { |i| @ss[i] }.minmax
        strip = ((low + high) / 2).floor
        low >= strip - PAST && high <= strip + 1 + PAST ? strip : nil
      end

      def strip_polygons(strip, pieces, on)
        closed, open = pieces.partition { |run| run[0] == run[-1] && !ruling?(run[0]) }
        nexts = links(strip, open, on.fetch(strip, []), on.fetch(strip + 1, [])) or return nil
        loops = closed.map { |run| run[0...-1] } + walked(open, nexts)
        nested(loops.select { |l| l.size > 2 })
      end

      # { index of a piece => [corners on the way along the ruling, index of the piece that follows] }; nil when they
      # don't pair.
      def links(strip, open, left, right)
        found = {}
        { strip => [left, 1], strip + 1 => [right, -1] }.each do |ruling, (corners, way)|
          events = events(open, ruling, way)
          events.reverse! if way.negative?
          # Left: what comes back goes down to what leaves; right, counted from above: what comes goes up to what
          # leaves.
          events.each_slice(2) do |leaving, coming|
            return nil unless coming && leaving[1] == :leaves && coming[1] == :comes

            found[coming[0].piece] = [between(corners, coming[0], leaving[0]), leaving[0].piece]
          end
        end
        found
      end

      # [[Event, :comes or :leaves], ...] at a ruling, from below; way: 1 where the strip is at its right.
      def events(open, ruling, way)
        found = open.each_with_index.flat_map do |run, k|
          [
            ([event(run[0], run[1], way, k), :leaves] if @ss[run[0]] == ruling),
            ([event(run[-1], run[-2], way, k), :comes] if @ss[run[-1]] == ruling)
          ].compact
        end
        found.sort_by { |e, _| [e.v, e.slope] }
      end

      def event(at, other, way, piece)
        Event.new(at, @vs[at], (@vs[other] - @vs[at]) / [(@ss[other] - @ss[at]) * way, 1e-9].max, piece)
      end

      # Corners on the ruling between two of them, in the order from the first to the second.
      def between(corners, from, to)
        low, high = [from.v, to.v].minmax
        inner = corners.select { |i| @vs[i] > low + 1e-12 && @vs[i] < high - 1e-12 }.uniq.sort_by { |i| @vs[i] }
        from.v > to.v ? inner.reverse : inner
      end

      def walked(open, nexts)
        left = open.each_index.to_a
        loops = []
        until left.empty?
          piece = start = left[0]
          loop_ids = []
          loop do
            left.delete(piece)
            along, following = nexts.fetch(piece)
            loop_ids.concat(open[piece]).concat(along)
            piece = following
            break if piece == start
          end
          loops << loop_ids.each_with_index.reject { |id, i| id == loop_ids[i - 1] }.map(&:first)
        end
        loops
      end

      # [[outline, hole, ...], ...]
      def nested(loops)
        outlines, holes = loops.partition { |l| Geometry::Polygon.area(l, @ss, @vs) >= 0 }
        outlines.map do |outline|
          own = holes.select { |h| Geometry::Polygon.around?(outline, @ss, @vs, @ss[h[0]], @vs[h[0]]) }
          [outline, *own]
        end
      end
    end
  end
end
