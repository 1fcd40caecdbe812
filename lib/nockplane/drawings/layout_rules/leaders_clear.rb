# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # Leaders do not cross each other (IR-04, DIM-17).
      class LeadersClear < Kind
        NAME = 'leaders clear'
        TITLE = 'leaders not crossing'

        def words(_rule, _decimal) = 'Leaders do not cross each other'

        def run(scope)
          Resettling.outcome(scope) { |drawing, sheet| faults(scope, drawing, sheet) }
        end

        private

        def faults(scope, drawing, sheet)
          builder = scope.builder(sheet.id, drawing)
          views = scope.views_of(sheet).map(&:id)
          leaders =
            drawing
              .dimensions
              .select { |d| views.include?(d.view) && d.place.is_a?(Annotations::Leader) }
              .map { |d| [d, builder.dimension_ink(d).ink.find { |i| i.is_a?(Drafting::Ink::Line) }] }
          leaders
            .select(&:last)
            .combination(2)
            .filter_map do |(a, one), (b, other)|
              next unless crossing?(one, other)

              words = [a, b].map { |d| "“#{Annotations.words(drawing.standard, d)}”" }
              [[Cells.key(a), Cells.key(b)], "the leaders of #{words.join(' and ')} cross"]
            end
        end

        def crossing?(one, other)
          segments = [one, other].map { |line| line.points.each_cons(2).to_a }
          segments[0].product(segments[1]).any? { |(p, q), (r, s)| Convex.cross?(*p, *q, *r, *s) }
        end
      end
    end
  end
end
