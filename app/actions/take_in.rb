# frozen_string_literal: true

module App
  module Actions
    # Decides what a file that came in becomes: a new model, the next revision of the model it is known to follow, or a
    # question (Records::Arrival) where it may be one or the other. Nothing that is known is ever replaced without an
    # answer.
    class TakeIn
      # What a person adds: a new model unless a model of its file name, number or name is known; that is asked.
      # Returns a Revision or an Arrival.
      def self.added(received, note: nil, author: Acting.now)
        kin = Kinship.new(received).all
        return KeepReceived.as_new(received, note: note, author: author) if kin.empty?

        ask(received, kin, origin: 'upload', note: note, author: author)
      end

      # What a person brings in as the next revision of a model: asked when it is hardly like it.
      def self.revision(received, model, note: nil, author: Acting.now)
        kin = Kinship.new(received).with(model)
        if kin.like? || received.same_as?(model.latest)
          return KeepReceived.as_revision(received, model, note: note, author: author)
        end

        ask(received, [kin], origin: 'upload', note: note, author: author)
      end

      # What lies in the intake. followed: the model that the file of this name was once taken for, nil for none.
      def self.intake(received, followed, author: 'Design system')
        kinship = Kinship.new(received)
        kin = followed ? [kinship.with(followed)] : kinship.all
        return KeepReceived.as_new(received, author: author) if kin.empty?

        first = kin.first
        fork = first.model.changed_here?
        sure =
          (followed || (first.ties.include?('file name') && kin.one? { |k| k.ties.include?('file name') })) &&
            first.like?
        return first.model.latest if sure && received.same_as?(first.model.latest)
        return KeepReceived.as_revision(received, first.model, author: author) if sure && !fork

        ask(received, kin, origin: 'intake', note: received.kind == 'file' ? nil : received.note, author: author)
      end

      # Keeps the file with the question whose revision it is; an earlier question about a file of this name is settled
      # by it.
      def self.ask(received, kin, origin:, note:, author:)
        Files.put(received.bytes) if received.kind == 'file'
        Records::Arrival.transaction do
          Records::Arrival
            .waiting
            .where(filename: received.filename.to_s, origin: origin)
            .each { |a| a.settle('a later file of that name came') }
          Records::Arrival.create!(
            origin: origin,
            filename: received.filename.to_s,
            kind: received.kind,
            digest: received.digest,
            text: received.text,
            kin: JSON.generate(kin.map(&:to_h)),
            note: note,
            author: author
          )
        end
      end
      private_class_method :ask
    end
  end
end
