# frozen_string_literal: true

module App
  module Actions
    # Brings the models that are parts of a file to a newer revision of that file. A part that the new file has no more
    # stays as it is, and says so.
    class FollowFile
      # revision: of the model that is all of the file. Returns [Revision].
      def self.call(revision, author: 'Nockplane')
        fresh = Parts.reference(revision.recipe)
        Parts.behind(revision).filter_map { |part, its| new(part, its, fresh, revision).next(author) }
      end

      # part: Records::Model, reference: what it is now, fresh: the whole file, as revision has it.
      def initialize(part, reference, fresh, revision)
        @part = part
        @reference = reference
        @fresh = fresh
        @revision = revision
      end

      # The next revision of the part; nil where there is nothing to follow.
      def next(author)
        key = Nockplane::Modelling::OnePart.key_in(Workshop.source.model_of(@fresh.bare.to_s), @reference.part)
        return held unless key

        text = text(key)
        built = Workshop.try_build(text)
        Records::HoldUp.where(model: @part).delete_all
        ReviseModel.keep(
          @part,
          text,
          properties: built.properties,
          name: @part.name,
          note: "follows #{@revision.model.name} to revision #{@revision.number}",
          author: author,
          origin: 'followed'
        )
      rescue Nockplane::Error => e
        held(e.message)
      end

      private

      # What was given to the part here stays with it.
      def text(key)
        found = @fresh.of_part(key).with_given(@reference.title, @reference.properties)
        found.arranged(@reference.arrangement).planned(@reference.plan).to_s
      end

      def held(reason = nil)
        reason ||= "#{@fresh.name} has no part any more that is called as this one"
        Records::HoldUp.keep(@part, @fresh.file, "It stays as it is: #{reason}.")
      end
    end
  end
end
