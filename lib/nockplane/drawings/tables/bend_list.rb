# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The bends of a flat pattern (SM-22).
      class BendList < Kind
        NAME = 'bends'
        TITLE = 'bend table'
        FIELDS = %w[bend direction angle radius rule allowance deduction length].freeze
        COLUMNS = [
          ['bend', 'Bend', 12],
          ['direction', 'Way', 16],
          ['angle', 'Angle', 16],
          ['radius', 'R inside', 18],
          ['allowance', 'Allowance', 20],
          ['deduction', 'Deduction', 20],
          ['length', 'Length', 20]
        ].freeze

        def for_view? = true
        def marked_by_view? = true

        def rows(table, context)
          view = context.drawing.view(table.view) or return []
          flat = ShownModel.of(context.source, context.drawing, view).flat or return []
          standard = context.drawing.standard
          digits = [standard.measured_precision, standard.precision].min
          size = Drafting::SizeText.new(standard.with('precision' => [digits, 2].min))
          flat.lines.map do |l|
            {
              'bend' => l.id,
              'direction' => l.direction.upcase,
              'angle' => size.angle(l.angle),
              'radius' => size.number(l.radius),
              'rule' => flat.rule,
              **{ allowance: l.allowance, deduction: l.deduction, length: l.length }.to_h do |field, mm|
                [field.to_s, size.number(mm)]
              end
            }
          end
        end
      end
    end
  end
end
