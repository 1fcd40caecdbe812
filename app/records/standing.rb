# frozen_string_literal: true

module App
  module Records
    # Where a drawing stands against its models: its docket as worked out last (lines: JSON of Linking::Docket), counts
    # of it for the board, and the basis it was worked out from. A cache: it can be worked out again from what is
    # stored.
    class Standing < ActiveRecord::Base
      belongs_to :drawing, class_name: 'App::Records::Drawing'

      def docket = @docket ||= Nockplane::Linking::Docket.from_h(JSON.parse(lines))
    end
  end
end
