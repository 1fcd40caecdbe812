# frozen_string_literal: true

module Nockplane
  module Drawings
    # Runs a drawing's layout rules in their order, each over what the ones before left; what is pinned stays. Where
    # something stands on something afterwards and a rule says that the scale may change, the next smaller ones are
    # tried.
    class Tidying
      # How many smaller scales are tried.
      SMALLER = 2

      # drawing: after all rules; unmet: { rule id => [sentence] }.
      Result = Struct.new(:drawing, :unmet)

      # sheets: ids, nil for all; view: id of a single one, for which rules about whole sheets are left out.
      def self.run(drawing, source, sheets: nil, view: nil) = new(drawing, source, sheets: sheets, view: view).result

      # An Edit that does it in one step, or a Refusal when all stands by the rules.
      def self.edit(drawing, source, sheets: nil, view: nil)
        result = run(drawing, source, sheets: sheets, view: view)
        changes = changes(drawing, result)
        return new(drawing, source, sheets: sheets, view: view).idle(result) if changes.empty?

        Edit.new(label(drawing, changes), changes)
      end

      # An edit with what the rules make of the sheets that it changes, in one step; the edit itself where they can't.
      def self.following(drawing, edit, source)
        return edit if edit.is_a?(Refusal)

        after = drawing.apply(edit)
        return edit if after.is_a?(Refusal)

        sheets = edit.changes.values.filter_map { |c| sheet_of(after, c) }.uniq
        found = changes(after, run(after, source, sheets: sheets))
        found.empty? ? edit : Edit.new("#{edit.label}, and tidied", edit.changes.merge(found))
      rescue Nockplane::Error
        edit
      end

      def self.sheet_of(drawing, cell)
        case cell
        when View, Note, Table
          cell.sheet
        when Dimension
          drawing.view(cell.view)&.sheet
        end
      end

      # { cell key => cell } that are other after a run, the rules' reasons included.
      def self.changes(drawing, result)
        moved = result.drawing.cells.reject { |key, c| drawing.cells[key] == c }
        rules = drawing.layout_rules
        said =
          rules.map do |r|
            result.unmet.key?(r.id) ? r.dup.tap { |x| x.unmet = result.unmet[r.id].then { |w| w.empty? ? nil : w } } : r
          end
        said == rules ? moved : moved.merge(said.to_h { |r| [Cells.key(r), r] })
      end

      def self.label(drawing, changes)
        kinds = changes.values.group_by(&:class).transform_values(&:size)
        parts =
          { View => 'view', Dimension => 'annotation', Table => 'table' }.filter_map do |type, word|
            n = kinds[type]
            "#{n} #{word}#{'s' unless n == 1}" if n
          end
        scaled = changes.values.grep(Sheet).find { |s| s.scale != drawing.sheet(s.id).scale }
        parts << "scale #{Drafting::Scale.text(scaled.scale, drawing.standard.decimal)}" if scaled
        parts.empty? ? 'Layout rules run' : "Tidied: #{parts.join(', ')}"
      end
      private_class_method :sheet_of, :label

      def initialize(drawing, source, sheets: nil, view: nil)
        @drawing = drawing
        @source = source
        @sheets = sheets || drawing.sheets.map(&:id)
        @view = view
        @sheets = [drawing.view(view).sheet] if view
      end

      def result
        first = run(nil)
        return first unless rescaling? && !clear?(first.drawing)

        scale = @sheets.map { |id| first.drawing.sheet(id).scale }.min
        others = Drafting::Scale::PREFERRED.select { |s| s < scale }.first(SMALLER).lazy.map { |s| run(s) }
        tried = [first]
        others.each do |found|
          tried << found
          break if clear?(found.drawing)
        end
        tried.min_by.with_index { |r, i| [faults(r.drawing), i] }
      end

      # A Refusal that says that nothing is to be done.
      def idle(result)
        left = result.unmet.values.flatten
        words =
          (
            if left.empty?
              'everything stands by the rules already'
            else
              "nothing more can be done: #{left.first(3).join('; ')}"
            end
          )
        Refusal.new(words, [])
      end

      private

      def rules = @drawing.layout_rules.select { |r| r.on? && (@view.nil? || !LayoutRules.of(r).for_sheets?) }
      def rescaling? = rules.any? { |r| LayoutRules.of(r).rescales? }
      def faults(drawing) = Relaying.new(@source).faults(drawing, @sheets)
      def clear?(drawing) = faults(drawing).zero?

      def run(cap)
        unmet = {}
        after =
          rules.reduce(@drawing) do |drawing, rule|
            outcome = LayoutRules.of(rule).run(scope(drawing, rule, cap))
            unmet[rule.id] = outcome.unmet.uniq.first(8)
            outcome.cells.empty? ? drawing : drawing.with(outcome.cells)
          end
        rules.each do |rule|
          left = LayoutRules.of(rule).left(scope(after, rule, cap))
          unmet[rule.id] = left.first(8) if left
        end
        Result.new(after, unmet)
      end

      def scope(drawing, rule, cap)
        views = drawing.views.select { |v| @view.nil? || v.id == @view }
        LayoutRules::Scope.new(drawing, @source, rule, @sheets.map { |id| drawing.sheet(id) }, views, cap: cap)
      end
    end
  end
end
