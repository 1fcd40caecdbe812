# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # A view stands on a side of another at a distance, in line with it by their middles or their edges.
      class BesideView < Kind
        NAME = 'beside'
        TITLE = 'a view beside another'
        # other: name of a view; side: one of SIDES; gap: mm between; line: one of LINES; annotations: are these part of
        # both views?
        Own = Struct.new(:other, :side, :gap, :line, :annotations, keyword_init: true)
        # Axis and sense of a side on paper.
        SIDES = { 'right of' => [0, 1], 'left of' => [0, -1], 'above' => [1, 1], 'below' => [1, -1] }.freeze
        LINES = ['middles in line', 'lower or left edges in line', 'upper or right edges in line', 'not in line'].freeze

        def own_type = Own
        def fresh = Own.new(side: 'right of', gap: 30.0, line: LINES[0])
        def names_views? = true

        def fields
          [
            Field.new(:other, 'Beside', :view),
            Field.new(:side, 'Side', SIDES.keys),
            Field.new(:gap, 'Distance, mm', :mm, 0.0, 2000.0),
            Field.new(:line, 'In line', LINES),
            Field.new(:annotations, 'annotations are part of both', :flag)
          ]
        end

        def words(rule, decimal)
          own = rule.own
          with = own.annotations ? ', annotations included' : ''
          "#{Array(rule.views).join(', ')} stands #{own.side} #{own.other} at #{mm(own.gap.to_f, decimal)}, " \
            "#{own.line}#{with}"
        end

        def run(scope) = scope.views.empty? ? Outcome.new([], []) : placed(scope, scope.views[0])

        private

        def placed(scope, view)
          other = scope.view_called(scope.own.other, view.sheet)
          return Outcome.new([], ["there is no view “#{scope.own.other}” on its sheet"]) unless other
          return Outcome.new([], ["#{view.name} can't stand beside itself"]) if other.id == view.id

          moving = Moving.new(scope, view)
          at = Moving.new(scope, other).box(scope.own.annotations)
          moving.by(*way(scope, view, other, moving.box(scope.own.annotations), at))
        end

        # mm to move: along the side to the distance, across it into line. (Views folded out of each other are in line
        # already: PRJ-01.)
        def way(scope, view, other, box, at)
          axis, sense = SIDES.fetch(scope.own.side)
          gap = scope.own.gap.to_f
          along = sense.positive? ? at[axis + 2] + gap - box[axis] : at[axis] - gap - box[axis + 2]
          by = [0.0, 0.0]
          by[axis] = along
          by[1 - axis] = in_line(scope.own.line, box, at, 1 - axis) unless Folding.tied(view) && view.parent == other.id
          by
        end

        def in_line(line, box, at, axis)
          case LINES.index(line)
          when 0
            ((at[axis] + at[axis + 2]) - (box[axis] + box[axis + 2])) / 2
          when 1
            at[axis] - box[axis]
          when 2
            at[axis + 2] - box[axis + 2]
          else
            0.0
          end
        end
      end
    end
  end
end
