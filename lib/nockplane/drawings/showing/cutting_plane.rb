# frozen_string_literal: true

module Nockplane
  module Drawings
    # The line in a parent view along which a section cuts (SEC-20 to 23): wide chain line, past the outline where it
    # cuts the whole part, arrows in the direction of sight touching its ends from outside, a letter at each.
    class CuttingPlane
      BEYOND = 7.0
      # Forms that end where they were drawn.
      AS_DRAWN = %w[stretch].freeze

      # at: ViewPlace of the parent; view: the section; origin: model point of the plane; sight: model direction of
      # looking; line: paper points of the line as drawn, nil for one plane through origin; form: of a
      # Views::CuttingLine.
      def initialize(standard, at, view, origin, sight, line = nil, form = nil)
        @standard = standard
        @at = at
        @letter = view.label.to_s[/\A\s*([[:alpha:]]+)/, 1]
        x, y = at.direction(sight)
        l = Math.hypot(x, y)
        @sight = l < 1e-6 ? nil : [x / l, y / l]
        @line = line || [at.point(origin)]
        @form = form
      end

      def ink
        return [] unless @sight

        points = drawn
        chain + [points[0], points[-1]].zip([points[1], points[-2]]).flat_map { |tip, inner| arrow(tip, inner) }
      end

      private

      # The line with its ends: those past the outline are as far out as the outline goes.
      def drawn
        @drawn ||= begin
          if @line.size == 1 then through(@line[0], [-@sight[1], @sight[0]])
          elsif AS_DRAWN.include?(@form) then @line
          else [past(@line[0], Convex.unit(@line[1], @line[0])), *@line[1...-1], last]
          end
        end
      end

      # (A half section ends at the axis.)
      def last = @form == 'half' ? @line[-1] : past(@line[-1], Convex.unit(@line[-2], @line[-1]))

      def through(point, e)
        low, high = along(point, e)
        [
          [point[0] + (e[0] * (low - BEYOND)), point[1] + (e[1] * (low - BEYOND))],
          [point[0] + (e[0] * (high + BEYOND)), point[1] + (e[1] * (high + BEYOND))]
        ]
      end

      def past(point, way)
        far = along(point, way)[1] + BEYOND
        [point[0] + (way[0] * far), point[1] + (way[1] * far)]
      end

      # From where to where the parent's outline reaches from a point along a direction, mm.
      def along(point, e)
        x0, y0, x1, y1 = @at.outline
        [[x0, y0], [x1, y0], [x1, y1], [x0, y1]].map { |x, y| ((x - point[0]) * e[0]) + ((y - point[1]) * e[1]) }.minmax
      end

      # One chain from end to end, its corners strengthened (SEC-03).
      def chain
        lines = drawn.each_cons(2).map do |a, b|
          Drafting::Ink.line(
            a,
            b,
            width: @standard.width('section'),
            dash: @standard.dash('section', Math.hypot(b[0] - a[0], b[1] - a[1])),
            layer: 'section'
          )
        end
        lines + drawn.each_cons(3).map { |a, b, c| corner(a, b, c) }
      end

      def corner(a, b, c)
        ends = [a, c].map { |p| Convex.unit(b, p).then { |e| [b[0] + (e[0] * 3.0), b[1] + (e[1] * 3.0)] } }
        Drafting::Ink.line(ends[0], b, ends[1], width: @standard.wide, layer: 'section')
      end

      # Its point touches the line's end (SEC-21), square to the stretch that ends there; the letter stands beyond the
      # shaft, away from the view.
      def arrow(tip, inner)
        e = Convex.unit(inner, tip)
        n = [-e[1], e[0]]
        way = ((n[0] * @sight[0]) + (n[1] * @sight[1])).negative? ? [-n[0], -n[1]] : n
        Views::SightArrow.new(@standard, tip, way, @letter, beside: e).ink
      end
    end
  end
end
