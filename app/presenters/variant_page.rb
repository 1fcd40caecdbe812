# frozen_string_literal: true

module App
  module Presenters
    # One variant of a family beside the model itself, or beside another variant: both in 3D, what is gone and new,
    # sizes old and new.
    class VariantPage
      attr_reader :model, :variant

      # key: of the variant; with: name of another one, nil for the model itself.
      def initialize(model, key, with)
        @model = model
        @variant = variants.find { |v| VariantSheet.key(v) == key } or
          raise Refused.new("#{model.name} has no such variant any more.", status: 404)
        @with = variants.include?(with) && with != @variant ? with : nil
      end

      attr_reader :with

      def revision = @model.latest
      def recipe = @recipe ||= Families.table(@model).recipe
      def variants = recipe.variants.keys

      # Text of the variant. Raises RecipeFault.
      def text = @text ||= recipe.variant(@variant).text
      def other_text = @with ? recipe.variant(@with).text : @model.latest.recipe
      def built = @built ||= Workshop.source.model_of(text)
      def name = built.name == recipe.name ? "#{recipe.name}, #{@variant}" : built.name
      def number = built.properties['number'].to_s
      def other_name = @with || 'the family itself'

      def result
        @result ||=
          Nockplane::Linking::Comparison.new(Workshop.source.model_of(other_text), built) do |work|
            Workshop.source.kept('comparison', other_text, Digest::SHA256.hexdigest(text)) { work.call }
          end
      end

      def off = (built.features || []).reject { |_, _, active,| active }.map(&:first)
      def size = ModelPage.box_words(built.solid)
      def address = "/models/#{@model.slug}/variants/#{VariantSheet.key(@variant)}"

      # Drawings that show it: series of the family, and those bound to the variant alone.
      def drawings
        @model
          .drawings
          .distinct
          .sort_by(&:number)
          .select do |d|
            d.value.meta.series || d.value.bindings.any? { |b| b.model == @model.id && b.variant == @variant }
          end
      end

      def script_data
        {
          old: result.before,
          new: result.after,
          from:
            (
              if @with
                "/models/#{@model.slug}/variants/#{VariantSheet.key(@with)}/solid.glb"
              else
                "/models/#{@model.slug}/solid.glb"
              end
            ),
          to: "#{address}/solid.glb",
          words: {}
        }
      end

      def sizes = result.sizes
      def number_words(value) = Nockplane::Modelling::Fault.value(value.is_a?(Float) ? value.round(4) : value)
    end
  end
end
