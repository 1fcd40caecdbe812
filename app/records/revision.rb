# frozen_string_literal: true

module App
  module Records
    # One revision of a model: a recipe as text. Never changed once written.
    class Revision < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model', inverse_of: :revisions

      # The latest of every model.
      def self.newest = where(id: group(:model_id).maximum(:id).values)

      # { model id => recipe text } of those models whose latest revision has a table of variants; one query, whatever
      # their number.
      def self.families(models)
        where(model_id: models).newest.where('recipe LIKE ?', "%\nvariants:%").pluck(:model_id, :recipe).to_h
      end

      def readonly? = persisted?
    end
  end
end
