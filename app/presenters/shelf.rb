# frozen_string_literal: true

module App
  module Presenters
    # The page of templates and drafting standards.
    class Shelf
      def templates = @templates ||= Records::Template.current.includes(:revisions).to_a
      def removed = @removed ||= Records::Template.where.not(removed_at: nil).order(:title).to_a
      def standards = @standards ||= Records::Standard.order(:name).to_a
      def sizes = Nockplane::Drafting::SheetSizes.names

      # How many drawings were made from each template.
      def uses = @uses ||= Records::Drawing.group(:template_slug).count
    end
  end
end
