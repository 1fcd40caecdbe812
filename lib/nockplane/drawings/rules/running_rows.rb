# frozen_string_literal: true

module Nockplane
  module Drawings
    # Puts distances from one base, where there are several along one direction of a view, on one line (running
    # dimensions, DIM-42). What was placed by hand stays.
    class RunningRows
      # Fewest that are put on one line, and mm of paper within which their origins are one.
      LEAST = 3
      SAME = 0.01

      # The drawing with such rows; side: 1 or -1 of their views (as of Annotations::Row).
      def self.of(drawing, source, side: 1) = drawing.views.reduce(drawing) { |d, v| new(d, source, v, side).drawing }

      def initialize(drawing, source, view, side)
        @side = side
        @drawing = drawing
        @view = view
        @builder = SceneBuilder.new(drawing, view.sheet, source, shade: :known)
      end

      def drawing
        cells = groups.flat_map { |origin, list| on_one_line(origin, list) }
        cells.empty? ? @drawing : @drawing.apply(Edit.put('Running dimensions', cells))
      end

      private

      # [[origin along the direction, [Dimension]], ...]: each dimension in the largest group that it can be in.
      def groups
        free =
          @drawing
            .dimensions_of(@view.id)
            .reject(&:pinned)
            .select { |d| d.place.is_a?(Annotations::Row) && distance?(d) }
        free.group_by { |d| drawn(d).axes[0].map { |c| c.round(4) } }.values.flat_map { |list| largest(list) }
      end

      def distance?(dimension) = Annotations.of(dimension).says == :level

      def largest(list)
        found = []
        loop do
          ends = list.flat_map { |d| drawn(d).span.map { |at| [(at / SAME).round, d] } }.group_by(&:first)
          origin, group = ends.max_by { |at, pairs| [pairs.size, -at] }
          break found unless group && group.size >= LEAST

          members = group.map(&:last)
          found << [origin * SAME, members]
          list -= members
        end
      end

      # All to one side of the view, the nearest one with the mark of the origin.
      def on_one_line(origin, list)
        sorted = list.sort_by { |d| drawn(d).span.map { |at| (at - origin).abs }.max }
        sorted.each_with_index.map do |d, i|
          d.dup.tap do |n|
            n.snapshot = from(origin, d)
            n.place = Annotations::Running.new(side: @side, gap: @drawing.standard.first_row, origin: i.zero?)
            n.pinned = true
          end
        end
      end

      # What was measured, from the origin on.
      def from(origin, dimension)
        e, = drawn(dimension).axes
        at = drawn(dimension).at
        a, b =
          [dimension.snapshot.from, dimension.snapshot.to].map do |p|
            at.point(p).then { |x, y| (x * e[0]) + (y * e[1]) }
          end
        return dimension.snapshot if (a - origin).abs <= (b - origin).abs

        dimension.snapshot.with(from: dimension.snapshot.to, to: dimension.snapshot.from)
      end

      def drawn(dimension) = @builder.dimension_ink(dimension)
    end
  end
end
