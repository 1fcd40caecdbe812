# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # One of several on a common line from an origin (running dimensions, DIM-42): its arrow at its own place, its
      # words in line with the extension line. side and gap as of a Row; origin: does this one draw the circle marked 0?
      Running =
        Struct.new(:form, :side, :gap, :origin, keyword_init: true) do
          include Place

          def initialize(form: 'running', **fields) = super
          def self.fresh(standard) = new(side: 1, gap: standard.first_row)

          # The row that stands on the same line.
          def row = Row.new(side: side, gap: gap, shift: 0.0)

          # [Ink].
          def ink(drawn)
            e, n = row.axes(drawn)
            from, to = drawn.ends.map { |p| drawn.at.point(p) }
            drawn.layout.running(from, to, e, row.level(drawn) - row.along(from, n), drawn.words, side, mark: origin)
          end

          # The place after dragging the words by dx, dy mm of paper.
          def dragged(drawn, dx, dy) = with(gap: row.dragged(drawn, dx, dy).gap)
          def axes(drawn) = row.axes(drawn)
          def span(drawn) = row.span(drawn)
        end
    end
  end
end
