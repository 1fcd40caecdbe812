# frozen_string_literal: true

module App
  module Actions
    # Keeps recipe text as a model's next revision, if it builds. The last good revision stays when it does not.
    class ReviseModel
      # base: number of the revision the text was made from; a later one in between is told, not overwritten.
      def self.call(model, text, note:, base: nil, author: 'Drafting lead')
        built = Workshop.try_build(text) # raises RecipeFault
        Records::Model.transaction do
          latest = model.latest
          if base && latest.number != base
            raise Refused.new("Revision #{latest.number} was kept meanwhile (#{latest.note}). Look at it, then make your change again.", status: 409)
          end
          raise Refused, 'Nothing is different from the latest revision.' if latest.recipe == text

          model.update!(name: built.name, number: built.properties['number'])
          model.revisions.create!(number: latest.number + 1, recipe: text, note: note.to_s.strip[0, 300], author: author)
        end
      end
    end
  end
end
