# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # A view stands at distances from a corner of the drawing space.
      class FromCorner < Kind
        NAME = 'corner'
        TITLE = 'a view at distances from a corner'
        # corner: one of Drafting::Corner::NAMES; across, up: mm from the frame's sides to the view; annotations: are
        # these part of the view?
        Own = Struct.new(:corner, :across, :up, :annotations, keyword_init: true)

        def own_type = Own
        def fresh = Own.new(corner: 'lower left', across: 40.0, up: 40.0)
        def names_views? = true

        def fields
          [
            Field.new(:corner, 'Corner', Drafting::Corner::NAMES),
            Field.new(:across, 'From the side, mm', :mm, 0.0, 2000.0),
            Field.new(:up, 'From below or above, mm', :mm, 0.0, 2000.0),
            Field.new(:annotations, 'annotations are part of it', :flag)
          ]
        end

        def words(rule, decimal)
          up, side = rule.own.corner.split
          "#{Array(rule.views).join(', ')} stands #{mm(rule.own.across.to_f, decimal)} from the #{side} and " \
            "#{mm(rule.own.up.to_f, decimal)} from the #{up == 'lower' ? 'bottom' : 'top'} of the drawing space" \
            "#{', annotations included' if rule.own.annotations}"
        end

        def run(scope) = scope.views.empty? ? Outcome.new([], []) : placed(scope, scope.views[0])

        private

        def placed(scope, view)
          own = scope.own
          moving = Moving.new(scope, view)
          box = moving.box(own.annotations)
          size = [box[2] - box[0], box[3] - box[1]]
          wanted = Drafting::Corner.box(own.corner, moving.frame, *size, own.across.to_f, own.up.to_f)
          moving.by(wanted[0] - box[0], wanted[1] - box[1])
        end
      end
    end
  end
end
