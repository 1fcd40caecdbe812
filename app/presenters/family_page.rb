# frozen_string_literal: true

module App
  module Presenters
    # The table of variants of a model as a person edits it.
    class FamilyPage
      attr_reader :record

      def initialize(record)
        @record = record
      end

      def table = @table ||= Families.table(@record)
      def headers = table.headers
      def base = headers.map { |h| table.base(h) }
      def variants = table.recipe.variants.keys

      # What the page's script needs.
      def script_data
        {
          slug: @record.slug,
          base: @record.latest.number,
          headers: headers,
          kinds: kinds(headers),
          defaults: base,
          rows: table.cells,
          addable: table.addable.map { |h, kind| [h, kind, table.base(h)] },
          choices: choices,
          most: Nockplane::Modelling::Recipe::MAX_VARIANTS
        }
      end

      def kinds(headers) = headers.map { |h| table.column(h)&.kind }

      # { header => [choice, ...] } of columns that have some.
      def choices
        recipe = table.recipe
        own = recipe.parameters.select(&:text?).to_h { |p| [p.name, p.choices] }
        own.merge((recipe.feature_ids - recipe.parameters.map(&:name)).to_h { |id| [id, %w[on off]] })
      end

      # [[feature, [variants that have it], [those that have not]], ...] of features that not all have.
      def features
        recipe = table.recipe
        ids = recipe.feature_ids.select { |id| recipe.variants.any? { |_, row| row.key?(id) } }
        ids.map do |id|
          usual = recipe.features[recipe.feature_ids.index(id)]['active'] != false
          [id, *variants.partition { |v| recipe.variants[v].fetch(id, usual) }]
        end
      end

      # { variant => { state, words, columns, key } } for the marks in the table.
      def state
        found = Families.builds(@record)
        {
          done: found.count { |_, b| b },
          total: found.size,
          variants:
            found.to_h do |name, b|
              [
                name,
                {
                  state: b&.state || 'waiting',
                  words: b && (b.words || b.data['size']),
                  columns: b&.columns || {},
                  key: VariantSheet.key(name),
                  number: table.recipe.variants.dig(name, Nockplane::Modelling::Variants::PROPERTIES, 'number')
                }
              ]
            end
        }
      end

      # Comma-separated values, with the headers first.
      def csv = TableFile.write(headers, table.cells)

      # Drawings that show this family as a whole, and those of one of its variants.
      def drawings
        @drawings ||= @record.drawings.distinct.sort_by(&:number)
      end
    end
  end
end
