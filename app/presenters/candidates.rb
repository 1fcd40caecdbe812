# frozen_string_literal: true

module App
  module Presenters
    # The model dimensions that a view could take, each drawn where it would stand: SVG whose groups carry the model
    # dimension's id (data-owner "candidate/ID").
    class Candidates
      # Most that are drawn at once.
      MOST = 80

      def initialize(page, view_id)
        @page = page
        @value = page.value
        @view = @value.view(view_id) or raise Refused.new('That view is no longer in the drawing.', status: 404)
      end

      def to_h
        ids = (offers + @page.measures(@view)).select { |o| o.fit.positive? }.map { |o| o.dimension.id }.first(MOST)
        return { svg: '', words: {} } if ids.empty?

        after = @value.apply(adoption.adopt(@view, ids))
        fresh = after.dimensions_of(@view.id).reject { |d| @value.dimension(d.id) }
        builder = Nockplane::Drawings::SceneBuilder.new(after, @view.sheet, Workshop.source, shade: :known)
        groups = fresh.map { |d| group(builder, d) }
        { svg: @page.svg_of(groups), words: fresh.to_h { |d| [d.dimension, @page.words(d)] } }
      end

      private

      def adoption = @adoption ||= Nockplane::Linking::Adoption.new(@value, Workshop.source)
      def offers = @page.offers(@view)

      def group(builder, dimension)
        Nockplane::Drawings::Group.new(
          owner: "candidate/#{dimension.dimension}",
          items: builder.dimension_ink(dimension).ink
        )
      end
    end
  end
end
