# frozen_string_literal: true

module Nockplane
  module Drawings
    # The line in a parent view along which a section cuts (SEC-20 to 23): wide chain line past the outline, arrows in the
    # direction of sight touching its ends from outside, a letter at each.
    class CuttingPlane
      BEYOND = 7.0

      # at: ViewPlace of the parent; view: the section; origin: model point of the plane; sight: model direction of looking.
      def initialize(standard, at, view, origin, sight)
        @standard = standard
        @at = at
        @letter = view.label.to_s[/\A\s*([[:alpha:]])/, 1]
        @point = at.point(origin)
        x, y = at.direction(sight)
        l = Math.hypot(x, y)
        @sight = l < 1e-6 ? nil : [x / l, y / l]
      end

      def ink
        return [] unless @sight

        a, b = ends
        line = Drafting::Ink.line(a, b, width: @standard.width('section'), dash: @standard.dash('section', Math.hypot(b[0] - a[0], b[1] - a[1])), layer: 'section')
        middle = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
        [line, *[a, b].flat_map { |p| arrow(p, Convex.unit(middle, p)) }]
      end

      private

      # Ends of the line past the parent's outline.
      def ends
        e = [-@sight[1], @sight[0]]
        x0, y0, x1, y1 = @at.outline
        along = [[x0, y0], [x1, y0], [x1, y1], [x0, y1]].map { |x, y| ((x - @point[0]) * e[0]) + ((y - @point[1]) * e[1]) }.minmax
        [along[0] - BEYOND, along[1] + BEYOND].map { |k| [@point[0] + (e[0] * k), @point[1] + (e[1] * k)] }
      end

      # Shaft wide, head longer than those of dimensions (SEC-21); its point on the line's end. The letter stands beyond the shaft,
      # out of the way of extension lines; out: direction away from the view along the line.
      def arrow(tip, out)
        head = @standard.arrow_length * 1.5
        tail = [tip[0] - (@sight[0] * head * 2), tip[1] - (@sight[1] * head * 2)]
        off = (@standard.label_height / 2) + 1.5
        letter = [tail[0] + (@sight[0] * head * 0.6) + (out[0] * off), tail[1] + (@sight[1] * head * 0.6) + (out[1] * off) - (@standard.label_height / 2)]
        [Drafting::Ink.line(tail, [tip[0] - (@sight[0] * head * 0.9), tip[1] - (@sight[1] * head * 0.9)], width: @standard.wide, layer: 'section'),
         Drafting::Ink.arrow(tip, @sight, head, layer: 'section'),
         (Drafting::Ink.text(*letter, @letter, height: @standard.label_height, anchor: :middle, layer: 'section') if @letter)].compact
      end
    end
  end
end
