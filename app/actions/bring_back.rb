# frozen_string_literal: true

module App
  module Actions
    # Makes an earlier revision of a model the latest again, as a revision of its own: nothing is taken away.
    class BringBack
      # Returns the new Revision.
      def self.call(model, number, note: nil, author: Acting.now)
        revision = model.revision(number)
        latest = model.latest
        raise Refused, "Revision #{number} is the latest one already." if revision.number == latest.number

        text = text_of(revision, latest)
        built = Workshop.try_build(text)
        words =
          'as revision ' \
            "#{number}#{" (#{revision.note})" unless revision.note.empty?}#{": #{note}" unless note.to_s.strip.empty?}"
        ReviseModel.keep(
          model,
          text,
          properties: built.properties,
          name: Received.kind_of(text) == 'file' ? model.name : built.name,
          note: words,
          author: author,
          origin: 'here',
          base: latest.number
        )
      end

      # The names that faces of later revisions had are not given to other faces after it.
      def self.text_of(revision, latest)
        reference = Nockplane::Modelling::ImportReference
        return revision.recipe unless [revision, latest].all? { |r| reference.is?(r.recipe) }

        reference.parse(revision.recipe).with_used(reference.parse(latest.recipe).used).to_s
      end
      private_class_method :text_of
    end
  end
end
