# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # What a rule is run over: the drawing as the rules before left it, the sheets and views that the rule concerns.
      class Scope
        attr_reader :drawing, :source, :rule, :sheets, :views

        # sheets, views: those that the run is for (cells), of which the rule concerns some. cap: factor that the sheets
        # must take, nil for as the rules have it.
        def initialize(drawing, source, rule, sheets, views, cap: nil)
          @drawing = drawing
          @source = source
          @rule = rule
          @sheets = sheets.select { |s| rule.sheets.nil? || ([s.name, number(s)] & rule.sheets).any? }
          @views = views.select { |v| named?(v) && @sheets.any? { |s| s.id == v.sheet } }
          @cap = cap
        end

        attr_reader :cap

        def own = @rule.own
        def standard = @drawing.standard
        def views_of(sheet) = @views.select { |v| v.sheet == sheet.id }
        def builder(sheet_id, drawing = @drawing) = SceneBuilder.new(drawing, sheet_id, @source, shade: :known)
        # The drawing with other cells.
        def with(cells) = @drawing.with(cells)

        # The view of a name on a sheet; nil when there is none.
        def view_called(name, sheet_id) = @drawing.views.find { |v| v.sheet == sheet_id && v.name == name }

        # Cells of the drawing after something that are other than now.
        def changed(after) = after.cells.values.reject { |c| @drawing.cells[Cells.key(c)] == c }

        private

        def number(sheet) = (@drawing.sheets.index { |s| s.id == sheet.id } + 1).to_s
        def named?(view) = @rule.views.nil? || @rule.views.include?(view.name)
      end
    end
  end
end
