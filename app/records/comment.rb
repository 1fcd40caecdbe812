# frozen_string_literal: true

module App
  module Records
    # What somebody says about a place on a drawing, for people, not for paper; answers hang on it (parent). at: key of
    # the cell it is about ("view/front"), empty for the sheet.
    class Comment < ActiveRecord::Base
      belongs_to :drawing, class_name: 'App::Records::Drawing', optional: true
      has_many :answers, -> { order(:id) }, class_name: 'App::Records::Comment', foreign_key: :parent_id

      def self.at(id) =
        find_by(id: id.to_i, parent_id: nil) || raise(Refused.new('There is no such comment.', status: 404))

      # Those that still wait, oldest first.
      def self.open = where(parent_id: nil, settled_at: nil).order(:id)

      def settled? = !settled_at.nil?
    end
  end
end
