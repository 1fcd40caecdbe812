# frozen_string_literal: true

module App
  module Actions
    # Adds a model from recipe or assembly text as revision 1.
    class AddModel
      def self.call(text, note: 'first revision', author: 'Drafting lead')
        text = Workshop.pinned(text)
        built = Workshop.try_build(text)
        Records::Model.transaction do
          model = Records::Model.create!(slug: Slug.free(built.name, Records::Model), name: built.name, number: built.properties['number'])
          model.revisions.create!(number: 1, recipe: text, note: note, author: author)
          Records::Property.index_model(model, built.properties)
          model
        end
      end
    end
  end
end
