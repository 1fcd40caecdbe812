# frozen_string_literal: true

module Nockplane
  module Projection
    # What is drawn of a solid in one view: strokes, and the digest that tells whether two views look the same.
    class Linework
      RANK = {
        [:sharp, true] => 0,
        [:silhouette, true] => 1,
        [:sharp, false] => 2,
        [:silhouette, false] => 3,
        [:smooth, true] => 4,
        [:smooth, false] => 5
      }.freeze
      KINDS = %i[sharp smooth silhouette].freeze
      RANKS = [true, false].to_h { |seen| [seen, KINDS.to_h { |k| [k, RANK.fetch([k, seen])] }] }.freeze

      attr_reader :strokes, :box

      # edge_set may be given to share it between views of one solid.
      def self.of(solid, frame, edge_set: EdgeSet.new(solid))
        new(Repeats.new(solid, edge_set, frame).strokes { |part, edges| strokes_of(part, frame, edges) })
      end

      # [Stroke] of a solid, everything asked for.
      def self.strokes_of(solid, frame, edge_set)
        hidden = HiddenLines.new(solid, edge_set, frame)
        found = hidden.call
        seen = Outlines.settled(found, hidden.px, hidden.py, frame)
        segments = Carriers.deduplicate(segments(seen, hidden.px, hidden.py))
        chains = Chains.new(solid, frame, segments)
        strokes = chains.rings(edge_set, hidden.rounds) + chains.strokes
        thin = Overlaid.thin(Coincident.thin(Junctions.settle(strokes, hidden.turns(found))))
        BallOutlines.settled(thin, solid, frame)
      end

      # Carriers::Segments of what was seen: image coordinates of the chords (of settled outlines: where they run), on
      # which coincident lines are told.
      def self.segments(seen, px, py)
        found = []
        seen.each do |s|
          (x, y), (x1, y1) = s.ends || [s.edge.a, s.edge.b].map { |v| [px[v], py[v]] }
          dx, dy = x1 - x, y1 - y
          Intervals
            .rest(0.0, 1.0, s.hidden, 1e-9)
            .each { |t0, t1| found << segment(s, t0, t1, true, x, y, dx, dy) if drawn?(t1 - t0, dx, dy) }
          s.hidden.each { |t0, t1| found << segment(s, t0, t1, false, x, y, dx, dy) if drawn?(t1 - t0, dx, dy) }
        end
        found
      end

      # Is a part of a chord long enough to be told from a point?
      def self.drawn?(part, dx, dy) = part.abs * Math.hypot(dx, dy) >= Geometry::Tolerance::COINCIDENT

      def self.segment(seen, t0, t1, visible, x, y, dx, dy)
        rank = RANKS[visible].fetch(seen.kind)
        x1, y1 = x + (dx * t1), y + (dy * t1)
        Carriers::Segment.new(seen, t0, t1, visible, rank, x + (dx * t0), y + (dy * t0), x1, y1)
      end
      private_class_method :drawn?, :segment

      def initialize(strokes)
        @strokes = ordered(strokes)
        @box = box_of(@strokes)
        Ractor.make_shareable(self)
      end

      # Lengths in mm by kind of the visible (or hidden) strokes, with their total.
      def lengths(visible)
        by_kind = KINDS.to_h { |k| [k, @strokes.select { |s| s.visible == visible && s.kind == k }.sum(&:length)] }
        by_kind.merge(total: by_kind.values.sum)
      end

      # Equal for views that look equal. hidden: whether hidden lines are drawn in it.
      def digest(hidden: true)
        shown = @strokes.select { |s| (s.visible || hidden) && s.kind != :smooth }
        Digest::SHA256.hexdigest(shown.map(&:signature).sort_by(&:to_s).to_s)[0, 24]
      end

      private

      # Whatever order they were found in: by what they are, then by place.
      def ordered(strokes)
        groups = strokes.group_by { |s| [s.visible ? 0 : 1, s.kind.to_s, s.faces] }
        groups
          .sort_by(&:first)
          .flat_map { |_, list| list.size == 1 ? list : list.sort_by { |s| s.signature.drop(3) } }
      end

      # [x0, y0, x1, y1] of all. (A curve within its control points is only looked at where those stand out.)
      def box_of(strokes)
        return [0.0] * 4 if strokes.empty?

        curves, plain = strokes.partition(&:spline?)
        curves.reduce(Geometry::Box.around(plain.map(&:box))) do |box, s|
          box && Geometry::Box.holds?(box, s.points) ? box : Geometry::Box.around([box, s.box].compact)
        end
      end
    end
  end
end
