# frozen_string_literal: true

module App
  module Actions
    # Keeps recipe or assembly text as a model's next revision, if it builds. The last good revision stays when it does not.
    # Assemblies that follow the model get a revision of their own, since they look different now. They are built when they
    # are next looked at: whoever changes a size on a sheet does not wait for them.
    class ReviseModel
      # base: number of the revision the text was made from; a later one in between is told, not overwritten.
      def self.call(model, text, note:, base: nil, author: 'Drafting lead')
        text = Workshop.pinned(text)
        built = Workshop.try_build(text) # raises RecipeFault
        kept = keep(model, text, built, note, base, author)
        follow(model, kept, author)
        kept
      end

      # Assemblies whose latest revision names the model without asking for a certain revision.
      def self.follow(model, revision, author)
        Records::Model.where.not(id: model.id).find_each do |other|
          text = other.latest.recipe
          next unless Nockplane::Modelling::AssemblyRecipe.is?(text)

          used = Workshop.parse(text).components.any? { |c| c['revision'].nil? && Records::Model.named(c['model'].to_s)&.id == model.id }
          next unless used

          note = "#{model.name} #{revision.number - 1} → #{revision.number}: #{revision.note}"[0, 300]
          follow(other, other.revisions.create!(number: other.latest.number + 1, recipe: Workshop.pinned(text), note: note, author: author), author)
        end
      end

      def self.keep(model, text, built, note, base, author)
        Records::Model.transaction do
          latest = model.latest
          if base && latest.number != base
            raise Refused.new("Revision #{latest.number} was kept meanwhile (#{latest.note}). Look at it, then make your change again.", status: 409)
          end
          raise Refused, 'Nothing is different from the latest revision.' if latest.recipe == text

          model.update!(name: built.name, number: built.properties['number'])
          Records::Property.index_model(model, built.properties)
          model.revisions.create!(number: latest.number + 1, recipe: text, note: note.to_s.strip[0, 300], author: author)
        end
      end
      private_class_method :keep
    end
  end
end
