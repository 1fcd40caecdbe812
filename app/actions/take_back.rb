# frozen_string_literal: true

module App
  module Actions
    # Undo and redo of a drawing's journal.
    class TakeBack
      def self.undo(drawing) = new(drawing).step(drawing.undoable, :inverse, 'undone', 'There is nothing to undo.')
      def self.redo(drawing) = new(drawing).step(drawing.redoable, :edit, 'done', 'There is nothing to redo.')

      def initialize(drawing)
        @drawing = drawing
      end

      # Applies one side of a journal entry; returns the entry.
      def step(entry, side, state, nothing)
        raise Refused, nothing unless entry

        @drawing.with_lock do
          after = @drawing.value.apply(Nockplane::Drawings::Edit.from_h(JSON.parse(entry[side])))
          raise Refused, after.reason if after.is_a?(Nockplane::Drawings::Refusal)

          @drawing.value = after
          @drawing.version += 1
          @drawing.save!
          entry.update!(state: state, version: @drawing.version)
        end
        entry
      end
    end
  end
end
