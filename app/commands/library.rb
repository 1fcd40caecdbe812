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

      # Linking::Source that finds components here.
      def source(&recipe) = Nockplane::Linking::Source.new(library: method(:text), &recipe)

      # Text of a model by name; revisions mean nothing in a folder.
      def text(name, _revision) = by_name[name]

      private

      def by_name
        @by_name ||= Dir[File.join(@folder, FILES)].first(MAX_FILES).sort.each_with_object({}) do |path, found|
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
