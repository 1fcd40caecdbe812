# frozen_string_literal: true

module App
  module Received
    # A STEP file as received.
    class Step
      # Seconds a file may take to be read and meshed.
      PATIENCE = 180

      attr_reader :bytes, :filename, :digest

      def self.takes?(filename) = filename.match?(Intake::STEP)

      def initialize(bytes, filename, progress: nil)
        @bytes = bytes
        @filename = File.basename(filename)[0, 120]
        @digest = Digest::SHA256.hexdigest(bytes)
        @result = read(progress)
      end

      def kind = 'file'
      def stem = Received.stem(@filename)
      # Modelling::Model, faces named by their records.
      def model = @result.model
      def name = Received::Titles.of(@result.product, @filename)
      def number = @result.product.given_number.strip[0, 40].then { |n| n.empty? ? nil : n }
      def properties = @result.properties
      # [[number, solid], ...] of its distinct parts, where they were made.
      def parts = @result.parts.map { |label, solid| [label.rpartition(' ')[0], solid] }
      # How many facets it has in all its places.
      def facets = @result.facets

      # Is a revision made from these very bytes?
      def same_as?(revision) = revision.recipe.include?(@digest)

      # Text of the revision it makes, its faces named after those of a model's latest revision they match; nil: as a
      # first one. What was given here to the model (title, properties) stays.
      def text(after = nil)
        Files.put(@bytes)
        naming = Nockplane::Formats::Step::Naming
        reference =
          naming.reference(
            @result.parts,
            file: @digest,
            name: @filename,
            bytes: @bytes.bytesize,
            before: after && before(after)
          )
        (after || @result.name == name ? reference : reference.with_given(name, {})).to_s
      end

      private

      def read(progress)
        Timeout.timeout(PATIENCE) do
          Nockplane::Formats::Step::Import.read(
            @bytes,
            progress: progress,
            kept: Workshop.meshes(@digest),
            called: Nockplane::Formats::Step::Products::BY_PRODUCT
          )
        end
      rescue Timeout::Error
        raise Refused,
              "#{@filename} takes longer than #{PATIENCE} s to read and was not kept. Export fewer parts to a file."
      end

      # (A recipe's tolerance plan goes on with the file that takes its place.)
      def plan_of(text) = Nockplane::Modelling::TolerancePlan.of(text).to_h

      # The reference and the parts with lasting names that the latest revision stands for; a recipe's solid has its own
      # names.
      def before(after)
        text = after.latest.recipe
        return nil if Nockplane::Modelling::AssemblyRecipe.is?(text)

        reference =
          (
            if Received.kind_of(text) == 'file'
              Nockplane::Modelling::ImportReference.parse(text)
            else
              Nockplane::Modelling::ImportReference.new(
                file: '',
                name: '',
                bytes: 0,
                plan: plan_of(text),
                called: Nockplane::Formats::Step::Products::BY_PRODUCT
              )
            end
          )
        model = Workshop.source.model_of(text)
        # Only an assembly's parts, where they were made, are not in the cache.
        parts =
          (
            if model.assembly?
              Nockplane::Formats::Step::Import
                .read(Files.read(reference.file), names: reference.faces, kept: Workshop.meshes(reference.file))
                .parts
            else
              { '' => model.solid }
            end
          )
        [reference, parts]
      rescue Nockplane::Error
        nil # the latest revision can't be shown any more: names begin anew
      end
    end
  end
end
