# frozen_string_literal: true

module App
  module Actions
    # Applies an edit made on some version of a drawing. Edits made meanwhile merge when they touch other cells; a clash
    # is told (409) with what happened, and nothing is lost: the person may apply theirs on top.
    class EditDrawing
      # Seconds after which the one who made an edit has got an answer, for which the docket is worked out mostly: the
      # worker then finds it done.
      ANSWERED = 2

      # The block gets the current value and returns an Edit or a Refusal. carried: what it changed in a model, too (see
      # TakeBack).
      def self.call(drawing, base:, author: Acting.now, carried: nil)
        drawing.with_lock do
          value = drawing.value
          edit = yield value
          raise Refused, edit.reason if edit.is_a?(Nockplane::Drawings::Refusal)

          refused = value.apply(edit)
          raise Refused, refused.reason if refused.is_a?(Nockplane::Drawings::Refusal)

          keep(drawing.drawing, drawing.kept(edit), base, author, carried)
        end
        Standings.recheck(drawing.drawing, after: ANSWERED)
        drawing
      end

      # Keeps an edit of the stored document.
      def self.keep(drawing, edit, base, author, carried)
        clash(drawing, base, edit)
        value = drawing.value
        edit = Nockplane::Issuing::Issue.reopened(value, edit)
        after = value.apply(edit)
        raise Refused, after.reason if after.is_a?(Nockplane::Drawings::Refusal)

        store(drawing, value, edit, after, author, carried)
      end

      # Keeps the edit by which a drawing is issued (after: the drawing then). What came before it is no longer taken
      # back: what was issued stays.
      def self.seal(drawing, edit, after, author)
        store(drawing, drawing.value, edit, after, author, nil)
        drawing.journal.where(state: 'done').update_all(state: 'sealed')
      end

      def self.clash(drawing, base, edit)
        return if base.nil? || base >= drawing.version

        met = drawing.journal.where('version > ?', base).find { |e| (e.touches & edit.touches).any? } or return
        raise Refused.new(
          "Someone changed the same thing meanwhile: “#{met.label}” (#{met.author}). Your change was not " \
            'applied; the sheet now shows theirs.',
                status: 409,
                details: {
                  clash: true,
                  version: drawing.version
                }
        )
      end

      def self.store(drawing, before, edit, after, author, carried)
        passed_by(drawing, edit, author)
        drawing.value = after
        drawing.version += 1
        drawing.save!
        drawing.journal.create!(
          version: drawing.version,
          label: edit.label,
          edit: JSON.generate(edit.to_h),
          inverse: JSON.generate(edit.inverse(before).to_h),
          author: author,
          carried: carried && JSON.generate(carried)
        )
      end

      # What was taken back and can no longer be made again: the author's own, and what this edit touches.
      def self.passed_by(drawing, edit, author)
        undone = drawing.journal.where(state: 'undone').to_a
        gone = undone.select { |e| e.author == author || !People.any? || (e.touches & edit.touches).any? }
        gone.each { |e| e.update!(state: 'dropped') }
      end
      private_class_method :keep, :clash, :store, :passed_by
    end
  end
end
