# frozen_string_literal: true

module App
  module Presenters
    # Comments of people on the drawing that is shown: all of them beside its docket, those of a thing beside that.
    module CommentsShown
      NOUNS = %w[view dimension note table berth block picture].freeze

      # [Records::Comment] with their answers, those that wait first.
      def comments
        found = Records::Comment.where(drawing_id: @record.drawing.id, parent_id: nil)
        found = found.where(at: selected_key) unless selected_key.empty?
        found.includes(:answers).order(:id).partition { |c| !c.settled? }.flatten
      end

      # { key of a cell => ["Ida Marsh: Is this right?", ...] } of comments that wait, for the sheet.
      def comments_on_sheet
        waiting = Records::Comment.open.where(drawing_id: @record.drawing.id).where.not(at: '')
        waiting.group_by(&:at).transform_values { |list| list.map { |c| "#{c.author}: #{c.text}"[0, 160] } }
      end

      # Key of the cell that is selected, empty for the sheet.
      def selected_key = cell && NOUNS.include?(kind) ? @select.split(':')[0] : ''

      # What a comment is about, in words; nil when that is gone.
      def place_words(key)
        found = @value.cells[key] or return
        name = found.respond_to?(:name) ? found.name.to_s : ''
        return name unless name.empty?

        noun = key.split('/')[0]
        noun == 'dimension' ? Nockplane::Drawings::Annotations.words(@value.standard, found).to_s : "a #{noun}"
      end
    end
  end
end
