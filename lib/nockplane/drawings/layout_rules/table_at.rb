# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # Tables of a kind stand in a corner of the drawing space, or on the title block.
      class TableAt < Kind
        NAME = 'table'
        TITLE = 'a table at a corner'
        # table: kind of table; corner: as of a Table; across, up: mm from the frame's sides (or the title block).
        Own = Struct.new(:table, :corner, :across, :up, keyword_init: true)
        CORNERS = [*Drafting::Corner::NAMES, 'title block'].freeze

        def own_type = Own
        def fresh = Own.new(table: Tables.all.keys[0], corner: 'title block', across: 0.0, up: 0.0)
        def for_sheets? = true

        def fields
          [
            Field.new(:table, 'Table', Tables.all.keys),
            Field.new(:corner, 'Stands at', CORNERS),
            Field.new(:across, 'From the side, mm', :mm, 0.0, 2000.0),
            Field.new(:up, 'From below or above, mm', :mm, 0.0, 2000.0)
          ]
        end

        def words(rule, decimal)
          own = rule.own
          place = own.corner == 'title block' ? 'on the title block' : "in the #{own.corner} corner"
          off = [own.across.to_f, own.up.to_f]
          far = off.any?(&:positive?) ? ", #{off.map { |v| mm(v, decimal) }.join(' and ')} off its sides" : ''
          "Tables of the kind #{own.table} stand #{place}#{far}"
        end

        def run(scope)
          own = scope.own
          ids = scope.sheets.map(&:id)
          cells =
            scope
              .drawing
              .tables
              .select { |t| t.kind == own.table && ids.include?(t.sheet) }
              .map { |t| t.dup.tap { |x| x.corner, x.dx, x.dy = own.corner, own.across.to_f, own.up.to_f } }
          Outcome.new(cells.reject { |c| c == scope.drawing.cells[Cells.key(c)] }, outside(scope, cells))
        end

        private

        def outside(scope, cells)
          after = scope.with(cells)
          cells.filter_map do |t|
            builder = scope.builder(t.sheet, after)
            box = builder.furniture.table_box(t)
            "the #{t.kind} leaves the drawing space there" unless Geometry::Box.inside?(box, builder.frame_box, 0.0)
          end
        end
      end
    end
  end
end
