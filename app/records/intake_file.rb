# frozen_string_literal: true

module App
  module Records
    # A file of the intake folder by name: the digest last looked at and what became of it. refused ones are on the
    # docket until they are settled (dismissed) or a good file of that name comes.
    class IntakeFile < ActiveRecord::Base
      belongs_to :revision, class_name: 'App::Records::Revision', optional: true

      def self.refused = where(state: 'refused').order(:updated_at)
    end
  end
end
