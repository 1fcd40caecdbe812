# frozen_string_literal: true

module App
  module Presenters
    # The page of the views kept on a model, as the model itself or one of its variants shows.
    class SavedViewsPage
      attr_reader :model, :variant

      # key: of a variant, nil for the model itself. Raises Refused.
      def initialize(record, key)
        @model = ModelPage.new(record, nil)
        raise Refused, @model.fault if @model.fault

        @variant = key && variants.fetch(key) { raise Refused.new("#{record.name} has no such variant.", status: 404) }
      end

      # { key => name }
      def variants = @variants ||= Families.variants(@model.record).to_h { |v| [VariantSheet.key(v), v] }

      def subject = Nockplane::Products::Subject.new(@model.record.id, @model.record.latest.number, @variant)
      def built = @built ||= Workshop.source.model(subject)
      def name = @variant ? "#{@model.name}, #{@variant}" : @model.name
      def marks = @marks ||= Nockplane::Linking::SpaceMarks.new(built, Nockplane::Drafting::Standard.new)
      def views = @views ||= Records::SavedView.of(@model.record).map(&:to_h)

      def glb
        return @model.glb unless @variant

        "/models/#{@model.slug}/variants/#{VariantSheet.key(@variant)}/solid.glb"
      end

      # [[slug, title]] of templates whose sheet a view can be put on.
      def templates = Records::Template.current.select(&:latest).map { |t| [t.slug, t.title] }

      def script_data
        {
          views: views,
          marks: marks.marks.map(&:to_h),
          planes: marks.planes.map { |p| { name: p.name, normal: p.normal } },
          height: marks.height,
          variant: @variant,
          variants: variants.invert,
          parts: NoteAreas.parts(built)
        }
      end
    end
  end
end
