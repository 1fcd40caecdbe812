# frozen_string_literal: true

module Nockplane
  module Projection
    # Lines and arcs that lie on each other once they stand at their true places (equal parts one behind the other, a
    # pin in its hole) are drawn once; the more important class wins (standards.md 3.4).
    class Coincident
      TURN = 2 * Math::PI
      # Grain of a circle's or ellipse's centre and radii, mm.
      GRAIN = 1e-4
      # mm: what is left of a hidden line or arc between others and shorter is no line of its own.
      SLIVER = 0.02

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
        Carriers
          .deduplicate(segments)
          .filter_map do |g|
            next g.seen if g.t0.zero? && g.t1 == 1.0
            next if !g.visible && Math.hypot(g.x1 - g.x0, g.y1 - g.y0) < SLIVER

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

      # Angle of the shortest rest of an arc that is drawn.
      def least(stroke) = stroke.visible ? 1e-6 : SLIVER / [stroke.rx, stroke.ry].max

      # The rest of a full turn, joined where the turn begins.
      def round(left, from, to)
        return left unless left.size > 1 && to - from > TURN - 1e-6 && left[0][0] == from && left[-1][1] == to

        [*left[1..-2], [left[-1][0], left[0][1] + TURN]]
      end

      # The most important first, of equal ones the longest.
      def thinned(group)
        covered = []
        group
          .each_with_index
          .sort_by { |s, i| [rank(s), s.from - s.to, i] }
          .flat_map do |s, _|
            half = s.rotation % TURN >= Math::PI ? Math::PI : 0.0 # the same ellipse, counted from its other end
            from = s.from + half
            to = s.to + half
            left = round(Intervals.rest(from, to, about(covered, from, to), least(s)), from, to)
            covered = Intervals.union(covered.concat(within_a_turn(from, to)), 1e-9)
            left == [[from, to]] ? [s] : left.map { |a, b| s.dup.tap { |p| p.from, p.to = a - half, b - half } }
          end
      end

      # A range of angles as ranges from 0 to a full turn.
      def within_a_turn(from, to)
        return [[0.0, TURN]] if to - from >= TURN

        from, to = [from, to].map { |a| a - ((from / TURN).floor * TURN) }
        to > TURN ? [[from, TURN], [0.0, to - TURN]] : [[from, to]]
      end

      # Ranges within a full turn as they lie about others, repeated every turn.
      def about(ranges, from, to)
        turns = ((from / TURN).floor - 1)..((to / TURN).floor + 1)
        Intervals.union(turns.flat_map { |k| ranges.map { |a, b| [a + (k * TURN), b + (k * TURN)] } }, 1e-9)
      end
    end
  end
end
