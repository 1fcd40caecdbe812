# frozen_string_literal: true

module Nockplane
  module Drawings
    # Where the balloons of a view stand: outside its outline in rows and columns (IR-05), their leaders short and
    # uncrossed (IR-04).
    class BalloonPlaces
      # mm from the view's outline to the rings, and between rings; how many rows of places are tried outwards.
      OFF = 9.0
      BETWEEN = 2.5
      ROWS = 4
      # Rounds in which two balloons change places while that makes leaders shorter or crosses fewer.
      ROUNDS = 40
      CROSSED = 1000.0
      # Free places that one whose leader crosses none is tried at.
      NEAREST = 24

      # Where they stand: round the view, or in one row.
      SIDES = {
        'round' => 'round the view',
        'above' => 'in a row above',
        'below' => 'in a row below',
        'left' => 'in a column on the left',
        'right' => 'in a column on the right'
      }.freeze
      # Which way a row goes on.
      ROW_STEPS = { 'above' => [1, 0], 'below' => [1, 0], 'left' => [0, -1], 'right' => [0, -1] }.freeze

      # mm of paper from a point to the nearest side of an outline that it lies in.
      def self.inward((x0, y0, x1, y1), (x, y)) = [x - x0, x1 - x, y - y0, y1 - y].min

      # outline: of the view; frame: of the sheet; taken: boxes; all [x0, y0, x1, y1], mm of paper; radius: mm of a
      # ring; side: key of SIDES.
      def initialize(outline, frame, taken, radius, side: 'round')
        @outline = outline
        @frame = frame
        @taken = taken
        @radius = radius
        @side = side
      end

      # One for each point [x, y] that is pointed at: leaders are short and do not cross.
      def of(points)
        free = slots(points.size)
        chosen = nearest(points, free)
        improved(points, chosen, free)
      end

      private

      # Free places, in rows and columns.
      def slots(wanted)
        found = []
        (@side == 'round' ? ROWS : 1).times do |row|
          found += ring(OFF + @radius + (row * pitch)).select { |p| free?(p) }
          break if found.size >= wanted * 2
        end
        found.size < wanted ? found + spare(wanted - found.size) : found
      end

      # Places where all the free ones are taken: those of the ring once more, and a row that goes on past its end.
      def spare(count)
        first = ring(OFF + @radius)
        return first if @side == 'round'

        last, step = first[-1], ROW_STEPS.fetch(@side)
        (1..count).map { |i| [0, 1].map { |k| last[k] + (step[k] * pitch * i) } }
      end

      def pitch = (2 * @radius) + BETWEEN

      # Places at a distance from the outline.
      def ring(off)
        x0, y0, x1, y1 = @outline.zip([-off, -off, off, off]).map(&:sum)
        along, up = steps(x0, x1), steps(y0, y1).reverse
        rows = {
          'above' => along.map { |x| [x, y1] },
          'below' => along.map { |x| [x, y0] },
          'left' => up.map { |y| [x0, y] },
          'right' => up.map { |y| [x1, y] }
        }
        rows[@side] || (rows['above'] + rows['below'] + [*rows['left'][1...-1], *rows['right'][1...-1]])
      end

      def steps(from, to)
        count = ((to - from) / pitch).floor
        first = from + (((to - from) - (count * pitch)) / 2)
        (0..count).map { |i| first + (i * pitch) }
      end

      def free?((x, y))
        box = [x - @radius - 1, y - @radius - 1, x + @radius + 1, y + @radius + 1]
        Geometry::Box.inside?(box, @frame) && @taken.none? { |b| Geometry::Box.meet?(b, box) }
      end

      # Each point the nearest place left, the farthest out first.
      def nearest(points, free)
        left = free.dup
        order = points.each_index.sort_by { |i| BalloonPlaces.inward(@outline, points[i]) }
        chosen = Array.new(points.size)
        order.each { |i| chosen[i] = left.delete(left.min_by { |p| apart(p, points[i]) }) || points[i] }
        chosen
      end

      # Two that change places, or one that takes a free one, while that is better.
      def improved(points, chosen, free)
        left = free - chosen
        ROUNDS.times do
          swaps = chosen.each_index.to_a.combination(2).count { |i, j| swapped?(points, chosen, i, j) }
          moves = chosen.each_index.count { |i| moved?(points, chosen, i, left) }
          break if (swaps + moves).zero?
        end
        chosen
      end

      # (Two leaders that cross are shorter in all when they change places: what is not shorter need not be tried.)
      def swapped?(points, chosen, i, j)
        apart = apart(points[i], chosen[i]) + apart(points[j], chosen[j])
        return false unless apart(points[i], chosen[j]) + apart(points[j], chosen[i]) < apart - 1e-6

        before = cost(points, chosen, [i, j])
        chosen[i], chosen[j] = chosen[j], chosen[i]
        return true if cost(points, chosen, [i, j]) < before - 1e-6

        chosen[i], chosen[j] = chosen[j], chosen[i]
        false
      end

      def moved?(points, chosen, i, left)
        at = chosen[i]
        before = cost(points, chosen, [i])
        own = apart(points[i], at)
        # (Where its leader crosses none, only a shorter one is better; else all are tried.)
        free = before - own < CROSSED
        tried = free ? left.select { |p| apart(points[i], p) < own - 1e-6 } : left
        tried = tried.min_by(free ? NEAREST : left.size) { |p| apart(points[i], p) }
        better = tried.find { |p| (chosen[i] = p) && cost(points, chosen, [i]) < before - 1e-6 }
        return (chosen[i] = at) && false unless better

        left.delete(better)
        left << at
        true
      end

      def cost(points, chosen, which)
        which.sum do |i|
          crossed =
            points.each_index.count { |k| k != i && Convex.cross?(*points[i], *chosen[i], *points[k], *chosen[k]) }
          apart(points[i], chosen[i]) + (CROSSED * crossed)
        end
      end

      def apart(p, q) = Math.hypot(p[0] - q[0], p[1] - q[1])
    end
  end
end
