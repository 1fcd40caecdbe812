# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A closed boundary drawn on a view, mm of the model in that view's image, about a tied point: "circle" (radius),
      # "rectangle" (width, height) or "curve" (points [[dx, dy], ...] from the tied point).
      Region = Struct.new(:shape, :at, :radius, :width, :height, :points, keyword_init: true) do
        # Sentence about what is wrong with it, nil when nothing is.
        def problem
          unless %w[circle rectangle curve].include?(shape)
            return 'a boundary is a circle, a rectangle or a closed curve'
          end

          return "the boundary is too small; draw it at least #{Views::LEAST} mm across" if size < Views::LEAST
          return 'the boundary crosses itself; draw it again' if shape == 'curve' && crosses?

          'the boundary has more corners than can be drawn' if shape == 'curve' && points.size > 400
        end

        # Its width or height, whichever is less.
        def size
          x0, y0, x1, y1 = window.box
          [x1 - x0, y1 - y0].min
        end

        # Projection::Window; a block maps image points (of a view turned on the sheet).
        def window(factor = 1.0)
          map = block_given? ? ->(p) { yield p } : ->(p) { p }
          return Projection::Window.circle(map.call([at.x, at.y]), radius * factor) if shape == 'circle'

          Projection::Window.polygon(corners.map(&map))
        end

        def corners
          return points.map { |dx, dy| [at.x + dx, at.y + dy] } if shape == 'curve'

          w = width / 2
          h = height / 2
          [[at.x - w, at.y - h], [at.x + w, at.y - h], [at.x + w, at.y + h], [at.x - w, at.y + h]]
        end

        def moved(anchorage) = dup.tap { |r| r.at = at.moved(anchorage) }
        def lost? = at.lost == true
        # Moved by mm of the model in the image.
        def dragged(dx, dy) = dup.tap { |r| r.at = at.shifted(dx, dy) }

        private

        def crosses?
          edges = points.each_index.map { |i| [points[i - 1], points[i]] }
          edges.combination(2).any? do |(a, b), (c, d)|
            next false if [a, b].any? { |p| [c, d].include?(p) }

            Convex.cross?(*a, *b, *c, *d)
          end
        end
      end
    end
  end
end
