# frozen_string_literal: true

module Nockplane
  module Planning
    # A series drawing as it shows one variant: pointed at it like any drawing at another model, without what is said of
    # features that the variant has not, with what its own features say, laid out by the rules.
    class Shown
      # series: Series; variant: name of a row.
      def initialize(series, variant, source)
        @series = series
        @variant = variant
        @source = source
        check
      end

      def drawing
        decisions = rebind.fates.select { |f| f.status == :absent }.to_h { |f| [f.id, 'delete'] }
        after = rebind.result(decisions: decisions, title: title, number: number, scale: nil, fresh: false)
        found = Linking::Rebind.fitted(with_own_features(after), @source, after.sheets.map(&:id))
        found.with([found.meta.dup.tap { |m| m.variant = @variant }])
      end

      private

      def check
        recipe = @series.recipe or
          raise Series::Unshown, 'the drawing shows no family; only a recipe with a table of variants has them'
        return if recipe.variants.key?(@variant)

        known = recipe.variants.keys
        raise Series::Unshown,
              "revision #{@series.revision} of #{recipe.name} has no variant '#{@variant}'; " \
                "its table has #{known.empty? ? 'none' : known.first(12).join(', ')}"
      end

      # (A variant says its values, also where the series has letters and a table.)
      def bare
        @bare ||=
          begin
            found = @series.bare
            lettered = found.dimensions.select { |d| d.wording&.lettered? }
            tables = found.tables.select { |t| t.kind == Drawings::Tables::VariantList::NAME }
            Drawings::Drawing.new(found.cells.except(*tables.map { |t| Drawings::Cells.key(t) })).with(
              Tabulation.plain(lettered)
            )
          end
      end

      def rebind
        @rebind ||=
          Linking::Rebind.new(bare, @source, to: @series.subject(@variant), binding: @series.binding.id, kin: true)
      end

      def base_model = @source.model(Products::Subject.new(@series.binding.model, @series.revision))

      def model = rebind.new_model
      # What the row gives the variant: { "number" => ..., "name" => ... }.
      def given = @series.recipe.variants[@variant][Modelling::Variants::PROPERTIES] || {}

      def title = given['name'] || given['number'] ? model.name : "#{bare.meta.title}, #{@variant}"

      # With the variant's own part number where it has one.
      def number
        base = base_model.properties['number'].to_s
        known = bare.meta.number.to_s
        return [known, @variant].reject(&:empty?).join('-') unless given['number']

        !base.empty? && known.include?(base) ? known.sub(base, given['number'].to_s) : given['number'].to_s
      end

      # With the sizes of features that the base has not, by ids that stay while the series changes.
      def with_own_features(drawing)
        own = own_features
        return drawing if own.empty?

        views = drawing.views.reject { |v| Drawings::Views.of(v).pictorial? }.map(&:id)
        adopted = Linking::Adoption.adopted(drawing, @source, views, only: ->(d) { own.include?(d.feature.to_s) })
        fresh, rest = adopted.cells.partition { |key, _| key.start_with?('dimension/') && !drawing.cells.key?(key) }
        Drawings::Drawing.new(rest.to_h).with(fresh.map { |_, d| d.dup.tap { |x| x.id = own_id(d) } })
      end

      def own_id(dimension) = "of_#{dimension.dimension.gsub(/\W+/, '_')}"

      def own_features
        on = ->(m) { (m.features || []).filter_map { |id, _, active,| id if active } }
        on.call(model) - on.call(base_model)
      end
    end
  end
end
