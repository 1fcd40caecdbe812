# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # Moves a view to where a rule wants it, with what is in line with it, if it may go there and stands on nothing
      # there. Paper mm.
      class Moving
        # Moves below this are none.
        LEAST = 0.01

        def initialize(scope, view)
          @scope = scope
          @view = view
          @drawing = scope.drawing
          @builder = scope.builder(view.sheet)
        end

        # Paper box of the view: its outline, or with its annotations.
        def box(annotations) = annotations ? @builder.reach(@view) : @builder.place(@view).outline
        def frame = @builder.frame_box

        # Kind::Outcome of moving it by dx, dy mm.
        def by(dx, dy)
          return done([]) if dx.abs < LEAST && dy.abs < LEAST
          return refused('is pinned where it is') if @view.pinned

          free = Folding.allowed(@view, dx, dy)
          return refused(bound) if Math.hypot(free[0] - dx, free[1] - dy) > LEAST

          cells = moved(dx, dy)
          standing_on = met(cells)
          standing_on ? refused("would stand on #{standing_on} there") : done(cells)
        end

        private

        def done(cells) = Kind::Outcome.new(cells, [])
        def refused(words) = Kind::Outcome.new([], ["#{@view.name} #{words}"])

        def bound
          "is in line with #{@drawing.view(@view.parent).name} and can be moved only along that line; release it, or " \
            'let the rule be about the other view'
        end

        def moved(dx, dy)
          followers = Folding.followers(@drawing.views, @view.id, dx, dy)
          [[@view, dx, dy], *followers].map { |v, x, y| ViewEdits.moved(v, x, y) }
        end

        # What a moved view would stand on, in words; nil for nothing.
        def met(cells)
          boxes = cells.to_h { |c| [c.id, shifted(@builder.place(@drawing.view(c.id)).outline, c)] }
          return 'the frame' if boxes.values.any? { |b| !Geometry::Box.inside?(b, frame, 0.0) }

          pieces = @builder.furniture.boxes
          return 'the title block or a table' if boxes.values.product(pieces).any? { |a, b| Geometry::Box.meet?(a, b) }

          others = @drawing.views_on(@view.sheet).reject { |v| boxes.key?(v.id) }
          others.find { |o| boxes.values.any? { |b| Geometry::Box.meet?(b, @builder.place(o).outline) } }&.name
        end

        def shifted(box, cell)
          before = @drawing.view(cell.id)
          dx, dy = cell.x - before.x, cell.y - before.y
          [box[0] + dx, box[1] + dy, box[2] + dx, box[3] + dy]
        end
      end
    end
  end
end
