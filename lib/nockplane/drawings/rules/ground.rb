# frozen_string_literal: true

module Nockplane
  module Drawings
    # The paper around and under a view, on which its annotations find places: lines of the view, words and lines that
    # stand already, other views, title blocks, the frame. Says what a place would cost; the less the better. Paper mm.
    class Ground
      # What it costs when words stand on words, on a line of the view, on a line of an annotation, on another view or a
      # table, or leave the drawing space; when a line runs through words, or over another view. A centre line may run
      # behind words if need be.
      COSTS = {
        words: 40.0,
        stroke: 30.0,
        line: 30.0,
        centre: 9.0,
        obstacle: 60.0,
        outside: 120.0,
        through: 30.0,
        over: 20.0,
        across: 1.2,
        crossing: 6.0
      }.freeze
      # mm kept clear around words; part of the letters' height below the base line that counts; mm to the frame.
      ROOM = 0.6
      BELOW = 0.12
      MARGIN = 1.0

      # strokes, centres: [[x0, y0, x1, y1], ...] of the view; obstacles: boxes; frame: drawing space.
      def initialize(strokes, centres, obstacles, frame)
        @strokes = SegmentGrid.new(strokes)
        @centres = SegmentGrid.new(centres)
        @obstacles = obstacles
        @frame = frame
        @words = []
        @lines = []
      end

      # Something stands there now: [Ink]; key: by which it can be taken away again.
      def keep(items, key = nil)
        items.each do |i|
          if words?(i)
            rectangle(i).then { |r| @words << [r, Convex.box(r), key] }
          elsif Drafting::Ink.stroke?(i)
            segments(i).each { |s| @lines << [*s, key] }
          end
        end
      end

      def drop(key)
        @words.reject! { |w| w[2] == key }
        @lines.reject! { |l| l[4] == key }
      end

      # Cost of ink: of all its words and lines. pointing: its first line is a leader, which should cross little;
      # within: what is dearer than this is not asked any further.
      def cost(items, pointing: false, within: Float::INFINITY)
        texts, strokes = items.partition { |i| words?(i) }
        found = pointing ? leader(strokes[0].points) : 0.0
        texts.each do |t|
          found += words(rectangle(t))
          return found if found > within
        end
        strokes.each do |i|
          found += segments(i).sum { |s| line(s) } if Drafting::Ink.stroke?(i)
          return found if found > within
        end
        found
      end

      # How many lines of the view a line runs across.
      def across(points) = points.each_cons(2).sum { |p, q| @strokes.crossings(*p, *q) }

      private

      def words?(item) = item.is_a?(Drafting::Ink::Text) || Drafting::Ink.frame?(item)

      def rectangle(item)
        Convex.grown(item.is_a?(Drafting::Ink::Text) ? Drafting::Ink.text_corners(item, BELOW) : item.points, ROOM)
      end

      def segments(item) = Drafting::Ink.chords(item, 6).each_cons(2).map { |p, q| [*p, *q] }

      def words(corners)
        box = Convex.box(corners)
        found = COSTS[:words] * @words.count { |c, b| Geometry::Box.meet?(b, box) && Convex.meet?(c, corners) }
        found += COSTS[:line] * @lines.count { |s| near?(s, box) && Convex.through?(corners, s) }
        found += COSTS[:stroke] if @strokes.crossing(corners) { true }
        found += COSTS[:centre] if @centres.crossing(corners) { true }
        found += COSTS[:obstacle] * @obstacles.count { |o| Geometry::Box.meet?(o, box) }
        Geometry::Box.inside?(box, @frame, MARGIN) ? found : found + COSTS[:outside]
      end

      def near?(segment, box)
        (segment[0] < segment[2] ? segment[0] : segment[2]) < box[2] &&
          (segment[0] > segment[2] ? segment[0] : segment[2]) > box[0] &&
          (segment[1] < segment[3] ? segment[1] : segment[3]) < box[3] &&
          (segment[1] > segment[3] ? segment[1] : segment[3]) > box[1]
      end

      def line(segment)
        found = COSTS[:through] * @words.count { |c, b| near?(segment, b) && Convex.through?(c, segment) }
        found + (COSTS[:over] * @obstacles.count { |o| near?(segment, o) })
      end

      # A leader crosses as few lines as can be, and no other leader.
      def leader((a, b))
        ax, ay = a
        bx, by = b
        box = [[ax, bx].min, [ay, by].min, [ax, bx].max, [ay, by].max]
        crossed = @lines.count { |s| near?(s, box) && Convex.cross?(ax, ay, bx, by, s[0], s[1], s[2], s[3]) }
        (COSTS[:across] * @strokes.crossings(ax, ay, bx, by)) + (COSTS[:crossing] * crossed)
      end
    end
  end
end
