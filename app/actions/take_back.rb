# frozen_string_literal: true

module App
  module Actions
    # Undo and redo of a drawing's journal: one's own edits first, those of others only when it is said. An edit that
    # changed a size in a model, too, is asked about: a model's revisions stay, so taking it back there is a new
    # revision that has the size as it was.
    class TakeBack
      # Which journal entry, which side of it is applied, what it becomes, which size the model gets.
      Way = Struct.new(:entry, :side, :state, :size, :nothing, :verb)
      WAYS = {
        'undo' => Way.new(:undoable, :inverse, 'undone', 'old', 'There is nothing to undo.', 'taken back'),
        'redo' => Way.new(:redoable, :edit, 'done', 'new', 'There is nothing to redo.', 'made again')
      }.freeze

      def self.undo(drawing, **more) = new(drawing, 'undo', **more).call
      def self.redo(drawing, **more) = new(drawing, 'redo', **more).call

      # base: version the person saw; model: 'with' or 'without' changing the model, nil to be asked; others: may it be
      # somebody else's? (While there are no people all edits are one person's.)
      def initialize(drawing, way, base: nil, model: nil, author: Acting.now, others: !People.any?)
        @others = others
        @drawing = drawing
        @way = WAYS.fetch(way)
        @base = base
        @model = model
        @author = author
      end

      # Returns the journal entry.
      def call
        entry = nil
        @drawing.with_lock do
          entry = @drawing.public_send(@way.entry, own) or raise Refused, @way.nothing
          unseen(entry)
          somebody_elses(entry)
          built_over(entry)
          carried = entry.carried && JSON.parse(entry.carried)
          ask(carried) if carried && @model.nil?
          store(entry, changed(entry, carried))
        end
        Standings.recheck(@drawing)
        entry
      end

      private

      def own = People.any? ? @author : nil

      def somebody_elses(entry)
        return if @others || entry.author == @author

        raise Refused.new(
          "You have nothing of your own there. The last is #{entry.author}'s: “#{entry.label}”.",
                status: 409,
                details: {
                  ask: {
                    choices: [
                      { words: "#{@way.verb.capitalize}, though it is #{entry.author}'s", body: { others: 'yes' } }
                    ]
                  }
                }
        )
      end

      # What others made of the same thing since stays.
      def built_over(entry)
        later =
          @drawing.journal.where(state: 'done').where('id > ?', entry.id).find { |e| (e.touches & entry.touches).any? }
        return unless later && @way.state == 'undone'

        raise Refused.new(
          "#{later.author} changed the same thing since: “#{later.label}”. Have that taken back first.",
                status: 409
        )
      end

      # An edit that came after what the person saw is not the one they meant.
      def unseen(entry)
        return if @base.nil? || @base >= @drawing.version || (own && entry.author == @author)

        raise Refused.new(
          "“#{entry.label}” (#{entry.author}) came meanwhile, so nothing was #{@way.verb}. The sheet now shows " \
            'it.',
                status: 409,
                details: {
                  clash: true,
                  version: @drawing.version
                }
        )
      end

      # The document after it.
      def changed(entry, carried)
        set_size(carried) if carried && @model == 'with'
        after = applied(@drawing.value, Nockplane::Drawings::Edit.from_h(JSON.parse(entry[@way.side])))
        return after unless carried && @model == 'with'

        catching_up = Nockplane::Linking::Staleness.new(after, Workshop.source, Sheetworks.latest).update
        catching_up.is_a?(Nockplane::Drawings::Edit) ? applied(after, catching_up) : after
      end

      def applied(value, edit)
        after = value.apply(edit)
        raise Refused, after.reason if after.is_a?(Nockplane::Drawings::Refusal)

        after
      end

      def store(entry, after)
        @drawing.value = after
        @drawing.version += 1
        @drawing.save!
        entry.update!(state: @way.state, version: @drawing.version)
      end

      def model(carried) = Records::Model.find_by(id: carried['model'])

      # A new revision of the model with the size as it was (or as it was typed).
      def set_size(carried)
        model = model(carried) or raise Refused, 'The model is no longer here; take it back on this drawing only.'
        text = [carried, *carried['also']].reduce(model.latest.recipe) { |given, size| with_size(model, given, size) }
        return if text == model.latest.recipe

        ReviseModel.call(
          model,
          text,
          note: "#{carried['words']}: #{@way.verb} (on drawing #{@drawing.number})",
          author: @author
        )
      end

      # The text with one size as it was (or as it was typed).
      def with_size(model, text, size)
        known = Workshop.source.model_of(model.latest.recipe)
        edit = Nockplane::Modelling::SizeEdit.new(Workshop.parse(text), known, size['dimension'])
        raise Refused, "#{edit.refusal} Take it back on this drawing only." if edit.refusal

        tolerance = size.key?('tolerances') ? size['tolerances'][@way.size] : :keep
        return text if edit.value == size[@way.size] && [:keep, edit.tolerance].include?(tolerance)

        edit.text(size[@way.size], tolerance: tolerance)
      end

      def ask(carried)
        model = model(carried) or return
        words =
          "This also changed #{model.name}: #{carried['words']}, kept as its revision #{carried['revision']}. " \
            "#{built_on(model, carried)}".strip
        raise Refused.new(
          words,
                status: 409,
                details: {
                  ask: {
                    choices: [
                      { words: 'In the model too', body: { model: 'with' } },
                      { words: 'Only on this drawing', body: { model: 'without' } }
                    ]
                  }
                }
        )
      end

      # What others have made of it since.
      def built_on(model, carried)
        later = model.revisions.where('number > ?', carried['revision']).to_a
        others =
          model
            .drawings
            .where.not(id: @drawing.id)
            .select { |d| d.value.views.any? { |v| v.revision >= carried['revision'] } }
        parts = []
        if later.any?
          parts << "Revision #{later.map(&:number).join(' and ')} (#{later.last.note}) stands on it; " \
            'only this size would be set back, in a revision of its own.'
        end

        if others.any?
          parts << "#{others.map(&:number).join(', ')} #{others.size == 1 ? 'shows' : 'show'} it too and would be " \
            'behind.'
        end
        parts.join(' ')
      end
    end
  end
end
