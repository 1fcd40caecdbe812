# frozen_string_literal: true

module Nockplane
  module Drafting
    # Section lining of cut areas on paper (SEC-24 to 27): parallel narrow lines at the standard's angle and spacing,
    # from one common datum, so that separate areas of one part are lined alike.
    class Hatching
      LAYER = 'hatch'
      # Areas on paper, mm^2, below which lines stand closer and above which wider (SEC-27).
      SMALL = 150.0
      LARGE = 6000.0
      LEAST = 0.7

      # Turn (degrees) and spacing (factor) of the lining of neighbouring parts, one after another (SEC-26).
      NEIGHBOURS = [
        [0.0, 1.0],
        [90.0, 1.0],
        [0.0, 0.7],
        [90.0, 0.7],
        [0.0, 1.4],
        [90.0, 1.4],
        [-15.0, 1.0],
        [105.0, 1.0]
      ].freeze

      # mm shorter than which no line is drawn.
      SHORTEST = 0.05

      # loops: [[[x, y], ...], ...] of all areas and their holes, mm of paper; part: the how manieth of neighbouring
      # parts it is; clear: rectangles of words [[x, y], ...], counter-clockwise, round which it is interrupted
      # (SEC-30).
      def initialize(standard, loops, part: 0, clear: [])
        @clear = clear
        @standard = standard
        @loops = loops
        @turn, @factor = NEIGHBOURS[part % NEIGHBOURS.size]
      end

      # mm between lines.
      def spacing
        area = @loops.sum { |l| Geometry::Polygon.area(l.each_index.to_a, l.map(&:first), l.map(&:last)) }.abs
        [@standard.hatch_spacing * @factor * (area < SMALL ? 0.5 : (area > LARGE ? 1.5 : 1.0)), LEAST].max
      end

      # Degrees; turned away by 15 where a main edge runs the same way.
      def angle
        edges = @loops.flat_map { |l| l.each_index.map { |i| [l[i], l[(i + 1) % l.size]] } }
        longest = edges.max_by { |a, b| Math.hypot(b[0] - a[0], b[1] - a[1]) } or return @standard.hatch_angle
        way = Math.atan2(longest[1][1] - longest[0][1], longest[1][0] - longest[0][0]) * 180 / Math::PI
        ((way - @standard.hatch_angle + 90) % 180 - 90).abs < 2 ? @standard.hatch_angle - 15 : @standard.hatch_angle
      end

      # [Ink::Line]
      def ink = @loops.empty? ? [] : lines(angle + @turn)

      # [Ink::Line] lined both ways: no section lining, but a mark that something is amiss.
      def crossed = @loops.empty? ? [] : lines(angle) + lines(angle + 90)

      private

      def lines(degrees)
        r = degrees * Math::PI / 180
        e = [Math.cos(r), Math.sin(r)]
        step = spacing
        turned = @loops.map { |l| l.map { |x, y| [(x * e[0]) + (y * e[1]), (y * e[0]) - (x * e[1])] } }
        low, high = turned.flatten(1).map(&:last).minmax
        ((low / step).ceil..(high / step).floor).flat_map { |k| row(turned, k * step, e) }
      end

      # Lines at a height v of the turned areas, by the even-odd rule.
      def row(loops, v, e)
        cuts = loops.flat_map do |l|
          l.each_index.filter_map do |i|
            a = l[i]
            b = l[(i + 1) % l.size]
            next if (a[1] <= v) == (b[1] <= v)

            a[0] + ((b[0] - a[0]) * (v - a[1]) / (b[1] - a[1]))
          end
        end
        spans = cuts.sort.each_slice(2).select { |from, to| to && to - from >= SHORTEST }
        spans.flat_map { |from, to| Projection::Intervals.rest(from, to, words(v, e), SHORTEST) }.map do |from, to|
          Ink.line(
            *[from, to].map { |u| [(u * e[0]) - (v * e[1]), (u * e[1]) + (v * e[0])] },
            width: @standard.width(LAYER),
            layer: LAYER
          )
        end
      end

      # Intervals of a line at a height v that run under words.
      def words(v, e)
        found = @clear.filter_map do |corners|
          cuts = corners.each_index.filter_map { |i| crossing(corners[i - 1], corners[i], v, e) }
          cuts.minmax if cuts.size > 1
        end
        Projection::Intervals.union(found)
      end

      def crossing(p, q, v, e)
        (a, s), (b, t) = [p, q].map { |x, y| [(x * e[0]) + (y * e[1]), (y * e[0]) - (x * e[1])] }
        (s <= v) == (t <= v) ? nil : a + ((b - a) * (v - s) / (t - s))
      end
    end
  end
end
