# frozen_string_literal: true

module Nockplane
  module Projection
    # Lines and arcs that lie on each other once they stand at their true places (equal parts one behind the other, a pin in
    # its hole) are drawn once; the more important class wins (standards.md 3.4).
    class Coincident
      TURN = 2 * Math::PI
      # Grain of a circle's or ellipse's centre and radii, mm.
      GRAIN = 1e-4

      # Strokes without what others cover.
      def self.thin(strokes)
        lines, others = strokes.partition { |s| s.shape == :line }
        arcs, others = others.partition(&:arc?)
        new.then { |c| c.lines(lines) + c.arcs(arcs) } + others
      end

      def lines(strokes)
        segments = strokes.map { |s| Carriers::Segment.new(s, 0.0, 1.0, s.visible, Linework::RANK.fetch([s.kind, s.visible]), *s.points.flatten) }
        Carriers.deduplicate(segments).map do |g|
          next g.seen if g.t0.zero? && g.t1 == 1.0 # rubocop:disable Lint/FloatComparison -- set, not computed

          g.seen.dup.tap { |s| s.points = [[g.x0, g.y0], [g.x1, g.y1]] }
        end
      end

      def arcs(strokes)
        strokes.group_by { |s| key(s) }.flat_map { |_, group| group.size == 1 ? group : thinned(group) }
      end

      private

      def key(stroke)
        round = (stroke.rx - stroke.ry).abs < GRAIN
        [*stroke.centre, stroke.rx, stroke.ry, *(round ? [] : [(stroke.rotation % Math::PI) * stroke.rx])].map { |v| (v / GRAIN).round }
      end

      def thinned(group)
        covered = []
        group.sort_by { |s| Linework::RANK.fetch([s.kind, s.visible]) }.flat_map do |s|
          half = s.rotation % TURN >= Math::PI ? Math::PI : 0.0 # the same ellipse, counted from its other end
          from = s.from + half
          to = s.to + half
          spans = [-1, 0, 1].flat_map { |k| covered.map { |a, b| [a + (k * TURN), b + (k * TURN)] } }
          left = Intervals.rest(from, to, Intervals.union(spans, 1e-9), 1e-6)
          covered << [from, to]
          left == [[from, to]] ? [s] : left.map { |a, b| s.dup.tap { |p| p.from, p.to = a - half, b - half } }
        end
      end
    end
  end
end
