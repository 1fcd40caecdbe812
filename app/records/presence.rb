# frozen_string_literal: true

module App
  module Records
    # That a person has a drawing open, and what they have selected there.
    class Presence < ActiveRecord::Base
      belongs_to :person, class_name: 'App::Records::Person'
    end
  end
end
