# frozen_string_literal: true

module App
  module Actions
    # Makes what was received a new model, or the next revision of a model that was told.
    class KeepReceived
      # A new model; number: instead of the one it has in the file. Returns the Revision.
      def self.as_new(received, note: nil, author: Acting.now, number: nil)
        unless received.kind == 'file'
          return (
            AddModel.call(
              numbered(received, number),
              note: note || received.note || first_note(received),
              author: author,
              origin: 'file',
              source_file: received.stem
            ).latest
          )
        end

        number = Numbers.checked(number || received.number, Records::Model)
        Records::Model.transaction do
          name = Received::Titles.free(received.name)
          given = number == received.number ? {} : { 'number' => number.to_s }
          text =
            Nockplane::Modelling::Retitling.of(
              received.text,
              name: (name unless name == received.name),
              properties: given
            )
          model =
            Records::Model.create!(
              slug: Slug.free(name, Records::Model),
              name: name,
              number: number,
              source_file: received.stem
            )
          revision =
            model.revisions.create!(
              number: 1,
              recipe: text,
              note: note || "imported from #{received.filename}",
              author: author,
              origin: 'file'
            )
          Records::Property.index_model(model, received.properties.merge(given))
          Aftermath.of(revision)
          revision
        end
      end

      # The next revision of a model. Returns the Revision; raises Refused when it is what the latest one is.
      def self.as_revision(received, model, note: nil, author: Acting.now)
        latest = model.latest
        if received.same_as?(latest)
          raise Refused,
                "#{received.filename || 'The text'} is the same as revision #{latest.number} of #{model.name}; " \
                  'nothing was kept.'
        end

        note ||= received.kind == 'file' ? "from #{received.filename}" : received.note || first_note(received)
        ReviseModel.keep(
          model,
          received.text(model),
          properties: received.properties,
          name: received.kind == 'file' ? model.name : received.name,
          note: note,
          author: author,
          origin: 'file',
          source_file: received.stem
        )
      end

      # Recipe text with another number, when one is told.
      def self.numbered(received, number)
        if number.nil? || number == received.number
          received.bytes
        else
          Nockplane::Modelling::Retitling.of(received.bytes, properties: { 'number' => number })
        end
      end

      def self.first_note(received) = received.filename ? "from #{received.filename}" : 'first revision'
      private_class_method :numbered, :first_note
    end
  end
end
