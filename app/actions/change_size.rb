# frozen_string_literal: true

module App
  module Actions
    # A size typed on the sheet: changes the model's recipe, keeps it as a new revision, and brings the drawing up to
    # it. One step for a person; its journal entry remembers what it changed in the model, so that undoing can take that
    # back as well.
    class ChangeSize
      # on: number of a later revision that the person was told of and agreed to build on. Returns the Revision.
      # tolerance: text, :keep for the one it has.
      def self.call(drawing, dimension_id, given, tolerance: :keep, on: nil, author: LEAD)
        value = drawing.value
        cell = value.dimension(dimension_id) or raise Refused.new('There is no such dimension.', status: 404)
        binding = value.binding(value.view(cell.view).binding)
        model = Records::Model.find(binding.model)
        unless binding.follow
          raise Refused, 'This drawing is pinned to a revision; let it follow the model to change sizes here.'
        end

        if binding.variant
          raise Refused,
                "This view shows the variant '#{binding.variant}'; its sizes are those of the table on the model's " \
                "page."
        end

        number = number(given, cell, value.standard)
        tolerance = Presenters::Trial.tolerance(tolerance, number) unless tolerance == :keep
        tolerance = :keep if tolerance == cell.snapshot.tolerance
        if number == cell.snapshot.value && tolerance == :keep
          raise Refused, 'That is the size already; nothing is different.'
        end

        announce(drawing, model, on)
        keep(drawing, cell, model, number, tolerance, author)
      end

      # mm or degrees of what was typed; what stands there already is the size as it is, however it is rounded.
      def self.number(given, cell, standard)
        return cell.snapshot.value if given.to_s.strip == cell.snapshot.typed(standard)

        Nockplane::Drafting::Entry.size(given, cell.snapshot.kind, standard) or
          raise Refused, Nockplane::Drafting::Entry.fault(given, standard)
      end

      # What somebody else kept meanwhile is not brought onto the sheet along with a size unless the person says so.
      def self.announce(drawing, model, agreed)
        latest = model.latest
        return if agreed.to_i == latest.number

        unseen = drawing.staleness.then { |s| s.behind.any? || s.fields.any? } or return
        raise Refused.new(
          "Revision #{latest.number} of #{model.name} (#{latest.note}; #{latest.author}) is not on this " \
          "drawing yet. Your size would be made on top of it, and the drawing would show both.",
                status: 409,
                details: {
                  ask: {
                    choices: [{ words: "Change it on top of revision #{latest.number}", body: { on: latest.number } }],
                    link: {
                      words: 'See what that revision changed',
                      href: "/models/#{model.slug}/compare?from=#{latest.number - 1}&to=#{latest.number}"
                    },
                    unseen: unseen
                  }
                }
        )
      end

      def self.keep(drawing, cell, model, number, tolerance, author)
        edit = Workshop.size_edit(model, cell.dimension)
        raise Refused, edit.refusal if edit.refusal
        raise Refused, edit.tolerance_refusal if tolerance != :keep && edit.tolerance_refusal

        standard = drawing.value.standard
        label = Nockplane::Linking::SizeLabel.recipe(cell.dimension)
        was, will =
          [[cell.snapshot.value, edit.tolerance], [number, tolerance]].map do |v, t|
            cell.snapshot.with(value: v.to_f, tolerance: (t unless tolerance == :keep)).words(standard).to_s
          end
        # (A size that keeps its value keeps the text that gives it.)
        number = edit.value if number == cell.snapshot.value
        text = edit.text(number, tolerance: tolerance)
        revision =
          ReviseModel.call(
            model,
            text,
            note: "#{label}: #{was} → #{will} (on drawing #{drawing.number})",
            base: model.latest.number,
            author: author
          )
        carried = {
          'model' => model.id,
          'dimension' => cell.dimension,
          'old' => edit.value,
          'new' => number,
          **(tolerance == :keep ? {} : { 'tolerances' => { 'old' => edit.tolerance, 'new' => tolerance } }),
          'revision' => revision.number,
          'words' => "#{label} #{was} → #{will}"
        }
        EditDrawing.call(drawing, base: nil, author: author, carried: carried) { drawing.reload.staleness.update }
        revision
      rescue Nockplane::Modelling::RecipeFault => e
        raise Refused.new(
          "#{model.name} can't be built so, and stays as it is. #{Presenters::FaultWords.of(e, text)}",
                details: {
                  link: {
                    words: 'See the line in the recipe',
                    href: "/models/#{model.slug}#recipe"
                  }
                }
        )
      end
      private_class_method :announce, :keep, :number
    end
  end
end
