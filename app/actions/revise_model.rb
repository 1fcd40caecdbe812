# frozen_string_literal: true

module App
  module Actions
    # Keeps recipe or assembly text as a model's next revision, if it builds. The last good revision stays when it does
    # not. What follows from it (assemblies, drawings) is put on the queue in the same transaction.
    class ReviseModel
      # base: number of the revision the text was made from; a later one in between is told, not overwritten. following:
      # what is begun as soon as the part is there, as of Hands.call.
      def self.call(model, text, note:, base: nil, author: Acting.now, origin: 'here', following: nil)
        text = Workshop.pinned(text)
        file = Received.kind_of(text) == 'file'
        built = Workshop.try_build(text, following: following) # raises RecipeFault
        keep(
          model,
          text,
          properties: built.properties,
          name: file ? model.name : built.name,
          note: note,
          base: base,
          author: author,
          origin: file ? 'file' : origin
        )
      end

      # Keeps text that builds. Returns the Revision.
      def self.keep(model, text, properties:, name:, note:, author:, origin:, base: nil, source_file: nil)
        model.with_lock do
          latest = model.latest
          if base && latest.number != base
            raise Refused.new(
              "Revision #{latest.number} was kept meanwhile (#{latest.note}). Look at it, then make your " \
                'change again.',
                    status: 409
            )
          end
          raise Refused, 'Nothing is different from the latest revision.' if latest.recipe == text

          number =
            (
              if Received.kind_of(text) == 'file'
                model.number
              else
                Numbers.checked(properties['number'], Records::Model, except: model)
              end
            )
          model.update!(name: name, number: number, source_file: model.source_file || source_file)
          revision =
            model.revisions.create!(
              number: latest.number + 1,
              recipe: text,
              note: note.to_s.strip[0, 300],
              author: author,
              origin: origin
            )
          Records::Property.index_model(model, properties)
          Aftermath.of(revision)
          revision
        end
      end
    end
  end
end
