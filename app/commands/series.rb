# frozen_string_literal: true

module App
  module Commands
    # One sheet for every variant of a recipe's table: drawn once, shown for each.
    class Series
      # template: name; folder: where the sheets go, made when it is not there, nil to write nothing; only: names of
      # variants, nil for all; kind: "pdf" or "svg".
      def self.call(file, text, template, folder, rules: nil, only: nil, kind: 'pdf')
        new(file, text, template, folder, rules, kind).report(only)
      end

      def initialize(file, text, template, folder, rules, kind)
        raise Nockplane::Error, "--as #{kind}: a sheet is written as pdf or svg" unless %w[pdf svg].include?(kind)

        recipe = recipe_of(text)
        @variants = recipe.variants.keys
        raise Nockplane::Error, "#{file} has no variants; add a table of them to the recipe" if @variants.empty?

        @folder = folder
        @kind = kind
        @source = Library.new(file).source { text }
        @drawing = Draw.fresh(Draw.template(template), @source, rules)
        @series = Nockplane::Planning::Series.new(@drawing, @source)
      end

      def report(only)
        names = only || @variants
        unknown = names - @variants
        unless unknown.empty?
          raise Nockplane::Error, "there is no variant '#{unknown[0]}'; the table has #{@variants.join(', ')}"
        end

        FileUtils.mkdir_p(@folder) if @folder
        rows = names.map { |name| row(name) }
        { variants: rows, failed: rows.count { |r| r[:failed] } }
      end

      private

      # Recipe of a text; assemblies and files have no variants.
      def recipe_of(text)
        if Nockplane::Modelling::AssemblyRecipe.is?(text) || Nockplane::Modelling::ImportReference.is?(text)
          raise Nockplane::Error, 'only a recipe has variants'
        end

        Nockplane::Modelling::Recipe.parse(text)
      end

      # One that can't be built is told in its row; the others are made.
      def row(name)
        started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        shown = @series.shown(name)
        found = SheetReport.of(shown, 's1', @source)
        seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
        {
          variant: name,
          number: shown.meta.number,
          title: shown.meta.title,
          file: @folder && write(name, shown),
          **found.slice(:scale, :overlaps, :outside, :empty, :completeness),
          adrift: found[:annotations].select { |a| a[:status] == 'adrift' }.map { |a| a[:words] },
          absent: absent(shown),
          annotations: found[:annotations].map { |a| a[:words] },
          seconds: seconds.round(2)
        }.compact
      rescue Nockplane::Error => e
        { variant: name, failed: e.message }
      end

      # What the series says of features that the variant has not.
      def absent(shown)
        ids = shown.dimensions.map(&:id)
        gone = @drawing.dimensions.reject { |d| ids.include?(d.id) }
        gone.map { |d| Nockplane::Drawings::Annotations.words(@drawing.standard, d).to_s }
      end

      def write(name, shown)
        path = File.join(@folder, "#{name.gsub(/[^\p{Alnum}._-]+/, '-')}.#{@kind}")
        Draw.write_sheet(path, shown, @source)
        path
      end
    end
  end
end
