# frozen_string_literal: true

module App
  module Records
    # One published revision of a template. Never changed once written.
    class TemplateRevision < ActiveRecord::Base
      belongs_to :home, class_name: 'App::Records::Template', foreign_key: :drawing_id

      def readonly? = persisted?
      def value = Nockplane::Drawings::Drawing.from_h(JSON.parse(document))
      def template = Nockplane::Drawings::Template.new(home.slug, value, number)
    end
  end
end
