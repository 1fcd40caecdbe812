# frozen_string_literal: true

module App
  module Presenters
    # The switch above the sheet of a series drawing: the series itself, or one variant. (Of DrawingPage.)
    module SeriesSwitch
      # Is it a series drawing, or one variant of it?
      def series? = !template? && @record.drawing.value.meta.series == true
      def variant = @record.variant

      # Could it be one: does it show a family, and nothing else?
      def could_be_series?
        !template? && !series? && variant.nil? && @value.bindings.size == 1 && @value.bindings[0].variant.nil? &&
          family.variants.any?
      rescue Nockplane::Error
        false
      end

      # Do letters stand in place of values?
      def tabulated? = @value.dimensions.any? { |d| d.wording&.lettered? }

      def family = @family ||= VariantSheet.series_of(@record.drawing)

      # [[name, state in words or nil], ...] of the variants.
      def series_variants
        VariantStandings.all(@record.drawing).map { |name, known| [name, known && VARIANT_WORDS[known.state]] }
      end

      VARIANT_WORDS = {
        'current' => nil,
        'behind' => 'behind',
        'adrift' => '◇ adrift',
        'fault' => 'cannot be shown'
      }.freeze

      # [[cell key, words], ...] of what the variant shown has of its own.
      def differences = variant ? family.differences(variant) : []

      # Address of the page with other parameters; the variant stays.
      def page_link(**query)
        "/#{@record.home}/#{@record.drawing.slug}?#{{ variant: variant, **query }.compact.to_query}"
      end
    end
  end
end
