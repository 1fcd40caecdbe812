# frozen_string_literal: true

module App
  module Actions
    # A size typed on the sheet: changes the model's recipe, keeps it as a new revision, and brings the drawing up to it.
    class ChangeSize
      def self.call(drawing, dimension_id, given)
        value = drawing.value
        cell = value.dimension(dimension_id) or raise Refused.new('There is no such dimension.', status: 404)
        binding = value.binding(value.view(cell.view).binding)
        model = Records::Model.find(binding.model)
        raise Refused, 'This drawing is pinned to a revision; let it follow the model to change sizes here.' unless binding.follow

        text = changed(model, cell, number(given))
        words = Nockplane::Drawings::Measure.words(value.standard, cell.snapshot)
        revision = ReviseModel.call(model, text, note: "#{cell.dimension.tr('_.', ' ')}: #{words.main} → #{given.to_s.strip} (on drawing #{drawing.number})")
        EditDrawing.call(drawing, base: nil) { drawing.reload.staleness.update }
        revision
      end

      def self.number(given)
        text = given.to_s.strip.tr(',', '.')
        raise Refused, "'#{given}' is not a number; write a size such as 24,5." unless text.match?(/\A\d{1,6}(\.\d{1,4})?\z/)

        text.include?('.') ? text.to_f : text.to_i
      end

      def self.changed(model, cell, number)
        edit = Workshop.size_edit(model, cell.dimension)
        raise Refused, edit.refusal if edit.refusal

        edit.text(number)
      end
      private_class_method :number, :changed
    end
  end
end
