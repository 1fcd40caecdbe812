# frozen_string_literal: true

module App
  module Actions
    # Adds a model from recipe or assembly text as revision 1.
    class AddModel
      # source_file: stem of the file that it follows, nil for none.
      def self.call(text, note: 'first revision', author: Acting.now, origin: 'here', source_file: nil)
        text = Workshop.pinned(text)
        built = Workshop.try_build(text)
        Records::Model.transaction do
          number = Numbers.checked(built.properties['number'], Records::Model)
          model =
            Records::Model.create!(
              slug: Slug.free(built.name, Records::Model),
              name: built.name,
              number: number,
              source_file: source_file
            )
          revision = model.revisions.create!(number: 1, recipe: text, note: note, author: author, origin: origin)
          Records::Property.index_model(model, built.properties)
          Aftermath.of(revision)
          model
        end
      end
    end
  end
end
