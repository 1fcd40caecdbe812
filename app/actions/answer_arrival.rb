# frozen_string_literal: true

module App
  module Actions
    # A person's answer to what a file is: "new", "leave" (keep nothing of it), or the id of the model it is a revision
    # of.
    class AnswerArrival
      # number: of a new model, instead of the one in the file. Returns the Revision, nil when nothing was kept.
      def self.call(arrival, answer, number: nil, author: Acting.now, progress: nil)
        unless arrival.waiting?
          raise Refused.new("#{arrival.title} has been answered already: #{arrival.outcome}.", status: 409)
        end

        return arrival.settle('left out').then { nil } if answer == 'leave'

        received = arrival.received(progress: progress)
        revision = arrival.with_lock { keep(arrival, received, answer, number, author) }
        followed(arrival, revision) if arrival.origin == 'intake'
        revision
      end

      def self.keep(arrival, received, answer, number, author)
        author = arrival.author if arrival.origin == 'intake'
        revision =
          if answer == 'new'
            KeepReceived.as_new(
              received,
              note: arrival.note,
              author: author,
              number: number.to_s.strip.empty? ? nil : number
            )
          else
            KeepReceived.as_revision(received, chosen(arrival, answer), note: arrival.note, author: author)
          end
        arrival.settle("kept as revision #{revision.number} of #{revision.model.name}")
        revision
      end

      def self.chosen(arrival, answer)
        arrival.kindred.map(&:model).find { |m| m.id.to_s == answer.to_s } or
          raise Refused, 'Choose one of the models shown, a new model, or leave the file out.'
      end

      # The intake goes on with that model for files of this name.
      def self.followed(arrival, revision)
        Records::IntakeFile.find_by(name: arrival.filename)&.update!(state: 'taken', reason: nil, revision: revision)
      end
      private_class_method :keep, :chosen, :followed
    end
  end
end
