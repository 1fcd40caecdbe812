# frozen_string_literal: true

module App
  module Actions
    # A size typed on the sheet: changes the model's recipe, keeps it as a new revision, and brings the drawing up to
    # it. One step for a person; its journal entry remembers what it changed in the model, so that undoing can take that
    # back as well.
    class ChangeSize
      # given: what was typed, as of SizeChange. on: number of a later revision that the person was told of and agreed
      # to build on. sheet: the one that the person looks at (id), where its lines are drawn as soon as the part is
      # there. Returns the Revision.
      def self.call(drawing, dimension_id, given, on: nil, author: Acting.now, sheet: nil)
        value = drawing.value
        cell = value.dimension(dimension_id) or raise Refused.new('There is no such dimension.', status: 404)
        binding = value.binding(value.view(cell.view).binding)
        model = Records::Model.find(binding.model)
        unless binding.follow
          raise Refused, 'This drawing is pinned to a revision. Sizes are changed here while it follows its model.'
        end

        change = SizeChange.new(model, cell, value.standard, given, variant: binding.variant)
        raise Refused, 'That is the size already; nothing is different.' if change.parts.empty?

        announce(drawing, model, on)
        keep(drawing, change, author, binding.variant, sheet)
      end

      # What somebody else kept meanwhile is not brought onto the sheet along with a size unless the person says so.
      def self.announce(drawing, model, agreed)
        latest = model.latest
        return if agreed.to_i == latest.number

        unseen = drawing.staleness.then { |s| s.behind.any? || s.fields.any? } or return
        raise Refused.new(
          "Revision #{latest.number} of #{model.name} (#{latest.note}; #{latest.author}) is not on this " \
            'drawing yet. Your size would be made on top of it, and the drawing would show both.',
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

      def self.keep(drawing, change, author, variant, sheet)
        model = change.model
        text = change.text
        sized = Workshop.of_variant(text, variant)
        Wish.of_asker(sized)&.make # what was begun while something else was typed counts no more
        Workshop.try_build(sized) if variant
        revision =
          ReviseModel.call(
            model,
            text,
            note: "#{"#{variant}: " if variant}#{change.words} (on drawing #{drawing.number})",
            base: model.latest.number,
            author: author,
            following: ([:lines_supposing, drawing.id, nil, sheet, model.id, text] if sheet && variant.nil?)
          )
        first, *rest = change.parts.map { |p| carried(p) }
        remembered = {
          'model' => model.id,
          **first,
          'revision' => revision.number,
          'words' => change.words.sub(': ', ' '),
          **(rest.empty? ? {} : { 'also' => rest })
        }
        # (A row of a table is taken back in the table.)
        stored = drawing.drawing
        EditDrawing.call(stored, base: nil, author: author, carried: (remembered unless variant)) do
          stored.reload.staleness.update
        end
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

      # What undoing needs to know of one size.
      def self.carried(part)
        tolerances = { 'old' => part.edit.tolerance, 'new' => part.tolerance }
        {
          'dimension' => part.id,
          'old' => part.was,
          'new' => part.value,
          **(part.tolerance == :keep ? {} : { 'tolerances' => tolerances })
        }
      end
      private_class_method :announce, :keep, :carried
    end
  end
end
