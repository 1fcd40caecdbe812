# frozen_string_literal: true

module App
  module Records
    # That somebody settles a line of a drawing's docket (part: of DocketLine, empty for all of them). word: what they
    # or the giver said to it.
    class Taking < ActiveRecord::Base
      belongs_to :drawing, class_name: 'App::Records::Drawing', optional: true
      belongs_to :person, class_name: 'App::Records::Person'

      def line = DocketLine.new(drawing, part)
    end
  end
end
