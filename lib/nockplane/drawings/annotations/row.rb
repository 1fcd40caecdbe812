# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # On a dimension line beside the view: side 1 or -1 of it, gap mm of paper off its outline, words moved shift mm
      # along the line from its middle. arrows: "in" or "out", nil for where there is room (DIM-07); breaks: are its
      # extension lines broken where other dimensions' lines cross them?
      Row =
        Struct.new(:form, :side, :gap, :shift, :arrows, :breaks, keyword_init: true) do
          include Place

          def initialize(form: 'linear', **fields) = super
          def self.fresh(standard) = new(side: 1, gap: standard.first_row, shift: 0.0)

          # [Ink].
          def ink(drawn)
            e, n = axes(drawn)
            a, b = drawn.ends.map { |p| nearest_foot(drawn, drawn.at.point(p), e, n) }
            drawn.layout.linear(a, b, e, level(drawn) - along(a, n), drawn.words, shift: shift, arrows: arrows)
          end

          def turned = with(side: -side)
          def styles = %i[arrows breaks]

          # Coordinate of the dimension line along the normal of measuring, on paper.
          def level(drawn) = axes(drawn)[1].then { |n| edge(drawn, n) + (side * gap) }

          # Coordinate of a paper point along a direction.
          def along(p, e) = (p[0] * e[0]) + (p[1] * e[1])

          # The row whose words stand at a point of paper.
          def self.through(drawn, point)
            row = fresh(drawn.standard)
            e, n = row.axes(drawn)
            out = row.along(point, n)
            middle = drawn.ends.map { |p| row.along(drawn.at.point(p), n) }.sum / 2
            row = row.with(side: out >= middle ? 1 : -1)
            gap = (out - row.send(:edge, drawn, n)) * row.side
            row.with(gap: gap.round(3), shift: (row.along(point, e) - (row.span(drawn).sum / 2)).round(3))
          end

          # The place after dragging the words by dx, dy mm of paper.
          def dragged(drawn, dx, dy)
            e, n = axes(drawn)
            out = ((dx * n[0]) + (dy * n[1])) * side
            with(gap: (gap + out).round(3), shift: (shift + (dx * e[0]) + (dy * e[1])).round(3))
          end

          # Unit direction of measuring and its left normal, on paper; directions are kept in the upper/right half
          # plane.
          def axes(drawn)
            a, b = drawn.run.map { |p| drawn.at.point(p) }
            l = Math.hypot(b[0] - a[0], b[1] - a[1])
            e = l < 1e-9 ? [1.0, 0.0] : [(b[0] - a[0]) / l, (b[1] - a[1]) / l]
            e = [-e[0], -e[1]] if e[0] < -1e-9 || (e[0].abs <= 1e-9 && e[1].negative?)
            [e, [-e[1], e[0]]]
          end

          # Interval [from, to] along the direction of measuring, in paper mm.
          def span(drawn)
            e, = axes(drawn)
            drawn.ends.map { |p| along(drawn.at.point(p), e) }.sort
          end

          private

          # Coordinate of the outline on its side, along the normal.
          def edge(drawn, n)
            x0, y0, x1, y1 = drawn.at.outline
            [[x0, y0], [x1, y0], [x1, y1], [x0, y1]].map { |c| along(c, n) * side }.max * side
          end

          # Of the faces' corners measured at the same place, the one nearest to the dimension line.
          def nearest_foot(drawn, p, e, n)
            level = along(p, e)
            same = drawn.feet.select { |f| (along(f, e) - level).abs < 0.02 }
            same.max_by { |f| along(f, n) * side } || p
          end
        end
    end
  end
end
