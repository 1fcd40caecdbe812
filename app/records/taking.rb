# frozen_string_literal: true

module App
  module Records
    # That somebody settles what the docket tells of a drawing. word: what they or the giver said to it.
    class Taking < ActiveRecord::Base
      belongs_to :drawing, class_name: 'App::Records::Drawing', optional: true
      belongs_to :person, class_name: 'App::Records::Person'
    end
  end
end
