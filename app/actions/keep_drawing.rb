# frozen_string_literal: true

module App
  module Actions
    # Keeps a document as a new drawing under the number it has.
    class KeepDrawing
      # note: how it came about, for its journal. Returns the Records::Drawing.
      def self.call(value, note, author: Acting.now)
        Records::Drawing.transaction do
          drawing = Records::Drawing.new(slug: Slug.free(value.meta.number, Records::Drawing), version: 1)
          drawing.value = value
          drawing.save!
          empty = Nockplane::Drawings::Edit.new(note, {})
          drawing.journal.create!(
            version: 1,
            label: note,
            edit: JSON.generate(empty.to_h),
            inverse: JSON.generate(empty.to_h),
            author: author,
            state: 'made'
          )
          Standings.recheck(drawing)
          drawing
        end
      end
    end
  end
end
