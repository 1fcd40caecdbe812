# frozen_string_literal: true

module App
  module Actions
    # Makes a model of its own of one part (or sub-assembly) of a file that was taken in as an assembly.
    class TakeOut
      # text: of the part (ImportReference with `part`). Returns the Records::Model, the one made before where there is
      # one.
      def self.call(text, author: Acting.now)
        known(text) || made(text, author)
      end

      # The model made of the part of that file before, whatever was given to it since; nil when there is none.
      def self.known(text)
        wanted = Nockplane::Modelling::ImportReference.parse(text)
        Parts.of_file(wanted.file).find { |_, reference| reference.part == wanted.part }&.first
      end

      def self.made(text, author)
        model = Workshop.source.model_of(text)
        number = Numbers.taken?(model.properties['number'].to_s, Records::Model) ? nil : model.properties['number']
        Records::Model.transaction do
          record =
            Records::Model.create!(slug: Slug.free(model.name, Records::Model), name: model.name[0, 80], number: number)
          revision =
            record.revisions.create!(
              number: 1,
              recipe: text,
              note: 'taken out of its file',
              author: author,
              origin: 'file'
            )
          Records::Property.index_model(record, {})
          Aftermath.of(revision)
          record
        end
      end
      private_class_method :made
    end
  end
end
