# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # Dimensions in rows outside the outline, shorter ones nearer (DIM-04); leaders where they meet least.
      class Rows < Kind
        NAME = 'rows'
        TITLE = 'rows of dimensions'
        # first, pitch: mm to the first row and between rows, nil for the standard's.
        Own = Struct.new(:first, :pitch, keyword_init: true)

        def own_type = Own

        def fields
          [Field.new(:first, 'First row, mm', :mm, 3.0, 60.0), Field.new(:pitch, 'Between rows, mm', :mm, 3.0, 60.0)]
        end

        def words(rule, decimal)
          first, pitch = rule.own.first, rule.own.pitch
          far = [
            (first ? "#{mm(first, decimal)} from the outline" : nil),
            (pitch ? "#{mm(pitch, decimal)} apart" : nil)
          ].compact
          "Dimensions stand in rows, #{far.empty? ? 'spaced by the standard' : far.join(', ')}, the shortest nearest"
        end

        def run(scope)
          standard = scope.standard
          standard = standard.with('first_row' => scope.own.first) if scope.own.first
          standard = standard.with('row' => scope.own.pitch) if scope.own.pitch
          builders = Hash.new { |all, id| all[id] = scope.builder(id) }
          cells =
            scope.views.flat_map do |v|
              dimensions = scope.drawing.dimensions_of(v.id)
              dimensions.all?(&:pinned) ? [] : Tidy.new(builders[v.sheet], standard, v).placed(dimensions)
            end
          Outcome.new(cells.reject { |c| c == scope.drawing.cells[Cells.key(c)] }, [])
        end
      end
    end
  end
end
