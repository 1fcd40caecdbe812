# frozen_string_literal: true

module Nockplane
  module Projection
    # Lines and arcs that lie on each other once they stand at their true places (equal parts one behind the other, a
    # pin in its hole) are drawn once; the more important class wins (standards.md 3.4).
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

      # The parts of strokes that no stroke of the others lies on; visible lines are compared with visible ones only.
      # Curves that are neither lines nor arcs count as a whole.
      def self.uncovered(strokes, others)
        seen = others.group_by(&:visible)
        strokes.group_by(&:visible).flat_map { |visible, list| left(list, seen[visible] || []) }
      end

      def self.left(strokes, others)
        marked = others.map { |s| s.dup.tap { |o| o.kind = :other } }
        shapes = [strokes, marked].map { |list| list.group_by { |s| s.arc? ? :arc : s.shape } }
        own = ->(kind) { (shapes[0][kind] || []) + (shapes[1][kind] || []) }
        known = others.to_h { |s| [s.signature.drop(3), true] }
        kept = new.then { |c| c.lines(own[:line]) + c.arcs(own[:arc]) }.reject { |s| s.kind == :other }
        kept + strokes.reject { |s| s.arc? || s.shape == :line || known[s.signature.drop(3)] }
      end
      private_class_method :left

      def lines(strokes)
        segments = strokes.map { |s| Carriers::Segment.new(s, 0.0, 1.0, s.visible, rank(s), *s.points.flatten) }
        Carriers.deduplicate(segments).map do |g|
          next g.seen if g.t0.zero? && g.t1 == 1.0

          g.seen.dup.tap { |s| s.points = [[g.x0, g.y0], [g.x1, g.y1]] }
        end
      end

      def arcs(strokes)
        strokes.group_by { |s| key(s) }.flat_map { |_, group| group.size == 1 ? group : thinned(group) }
      end

      private

      def rank(stroke) = (stroke.kind == :other ? 0 : Linework::RANK.fetch([stroke.kind, stroke.visible]) + 1)

      def key(stroke)
        round = (stroke.rx - stroke.ry).abs < GRAIN
        [*stroke.centre, stroke.rx, stroke.ry, *(round ? [] : [(stroke.rotation % Math::PI) * stroke.rx])].map do |v|
          (v / GRAIN).round
        end
      end

      def thinned(group)
        covered = []
        group.sort_by { |s| rank(s) }.flat_map do |s|
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
