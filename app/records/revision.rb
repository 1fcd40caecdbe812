# frozen_string_literal: true

module App
  module Records
    # One revision of a model: a recipe as text. Never changed once written.
    class Revision < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model', inverse_of: :revisions

      def readonly? = persisted?
    end
  end
end
