# frozen_string_literal: true

module App
  module Actions
    # Takes a STEP file: a new revision of the model it belongs to (by file name, then by product id), or a new model. The
    # faces that match those of the revision before keep their names. The last good revision stays when the file is refused.
    class ImportModel
      # Seconds a file may take to be read and meshed.
      PATIENCE = 180
      # What people put behind a file name for its revision.
      REVISION = /[-_ .]?(?:r|rev|v)[-_ .]?\d{1,3}\z/i

      # model: the one it is for, nil to find it; progress: gets parts from 0 to 1. Returns the Revision. Raises Refused and
      # Formats::Step::Unreadable.
      def self.call(bytes, filename, note: nil, author: 'Designer', model: nil, progress: nil)
        new(bytes, filename, note, author, model, progress).call
      end

      # The name of a file without folder, extension and revision mark, as models remember it.
      def self.stem(filename)
        whole = File.basename(filename).sub(/\.(stp|step)\z/i, '').downcase[0, 80]
        whole.sub(REVISION, '').then { |s| s.empty? ? whole : s }
      end

      def initialize(bytes, filename, note, author, model, progress)
        @bytes = bytes
        @filename = File.basename(filename)[0, 120]
        @note = note
        @author = author
        @model = model
        @progress = progress
      end

      def call
        result = read
        @model ||= home(result.product)
        digest = Files.put(@bytes)
        text = Nockplane::Formats::Step::Naming.reference(result.parts, file: digest, name: @filename, bytes: @bytes.bytesize, before: before).to_s
        Records::Model.transaction { keep(result, text, digest).tap { |r| Records::Property.index_model(r.model, result.model.properties) } }.tap { |revision| ReviseModel.follow(revision.model, revision, @author) }
      end

      private

      def read
        Timeout.timeout(PATIENCE) { Nockplane::Formats::Step::Import.read(@bytes, progress: @progress) }
      rescue Timeout::Error
        raise Refused, "#{@filename} takes longer than #{PATIENCE} s to read and was not kept. Export fewer parts to a file."
      end

      def home(product)
        Records::Model.find_by(source_file: ImportModel.stem(@filename)) || (product.number.to_s.strip.empty? ? nil : Records::Model.find_by(number: product.number))
      end

      # The reference and the parts with lasting names that the latest revision stands for; a recipe's solid has its own names.
      def before
        text = @model&.latest&.recipe or return nil
        return nil if Nockplane::Modelling::AssemblyRecipe.is?(text)

        reference = Nockplane::Modelling::ImportReference.is?(text) ? Nockplane::Modelling::ImportReference.parse(text) : Nockplane::Modelling::ImportReference.new(file: '', name: '', bytes: 0)
        model = Workshop.source.model_of(text)
        # Only an assembly's parts, where they were made, are not in the cache.
        [reference, model.assembly? ? Nockplane::Formats::Step::Import.read(Files.read(reference.file), names: reference.faces).parts : { '' => model.solid }]
      end

      def keep(result, text, digest)
        built = result.model
        return first(built, text) unless @model

        latest = @model.latest
        raise Refused, "#{@filename} is the same as revision #{latest.number} of #{@model.name}; nothing was kept." if latest.recipe.include?(digest)

        @model.update!(source_file: @model.source_file || ImportModel.stem(@filename))
        @model.revisions.create!(number: latest.number + 1, recipe: text, note: @note || "from #{@filename}", author: @author)
      end

      def first(built, text)
        number = built.properties['number'].to_s[0, 40]
        @model = Records::Model.create!(slug: Slug.free(built.name, Records::Model), name: built.name[0, 80], number: number.empty? ? nil : number, source_file: ImportModel.stem(@filename))
        @model.revisions.create!(number: 1, recipe: text, note: @note || "imported from #{@filename}", author: @author)
      end
    end
  end
end
