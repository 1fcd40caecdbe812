# frozen_string_literal: true

module App
  module Commands
    # The models an assembly file may name: the recipe and assembly files beside it, by file name or by number.
    class Library
      FILES = '*.{recipe,assembly}.yml'
      MAX_FILES = 500

      def self.source(file) = new(file).source

      def initialize(file)
        @folder = File.dirname(file)
      end

      # Text that stands for a STEP file on disk.
      def self.reference(file)
        most = Nockplane::Formats::Step::Part21::MAX_BYTES
        if File.size(file) > most
          raise Nockplane::Formats::Step::Unreadable,
                "#{file} has #{File.size(file) / 1_048_576} MB; at most #{most / 1_048_576} MB are read"
        end

        Nockplane::Modelling::ImportReference.new(
          file: Digest::SHA256.file(file).hexdigest,
          name: File.expand_path(file),
          bytes: File.size(file),
          called: Nockplane::Formats::Step::Products::BY_PRODUCT
        ).to_s
      end

      # Products::Source that finds components here (else in other libraries), and files by their path.
      def source(others: [], &recipe)
        importer = ->(reference, refine) do
          made =
            Nockplane::Formats::Step::Import.read(
              File.binread(reference.name),
              names: reference.faces,
              refine: refine,
              called: reference.called
            )
          called(made.model, Received::Titles.of(made.product, reference.name))
        end
        parts = ->(reference, refine) do
          Nockplane::Formats::Step::Import.parts(File.binread(reference.name), refine: refine)
        end
        texts = ->(name, revision) { [self, *others].lazy.filter_map { |l| l.text(name, revision) }.first }
        Nockplane::Products::Source.new(library: texts, importer: importer, parts_importer: parts, &recipe)
      end

      # Text of a model by name; revisions mean nothing in a folder.
      def text(name, _revision) = by_name[name]

      private

      def called(model, name)
        model.name == name ? model : Nockplane::Modelling::Model.new(**model.to_h, name: name)
      end

      def by_name
        @by_name ||=
          Dir[File.join(@folder, FILES)]
            .first(MAX_FILES)
            .sort
            .each_with_object({}) do |path, found|
              text = File.read(path, Nockplane::Modelling::RecipeSource::MAX_BYTES + 1)
              [File.basename(path)[/\A[^.]+/], number(text)].compact.each { |n| found[n] ||= text }
            end
      end

      # nil for a file that can't be read: it is told when it is named.
      def number(text)
        data = Nockplane::Modelling::RecipeSource.new(text).data
        data.is_a?(Hash) && data['properties'].is_a?(Hash) ? data['properties']['number']&.to_s : nil
      rescue Nockplane::Modelling::RecipeFault
        nil
      end
    end
  end
end
