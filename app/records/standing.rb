# frozen_string_literal: true

module App
  module Records
    # Where a drawing stands against its models: its docket as worked out last (lines: JSON of Linking::Docket), counts
    # of it for the board, and the basis it was worked out from. A cache: it can be worked out again from what is
    # stored.
    class Standing < ActiveRecord::Base
      belongs_to :drawing, class_name: 'App::Records::Drawing'

      # What the board needs to know of a docket without reading it: state (fault, behind, adrift or current), how much
      # will be lost by updating, whether its sheets need a look, berths are empty, nothing is on it at all.
      def self.summary(docket)
        {
          state: docket.state,
          losing: docket.losing,
          collisions: docket.collisions.size,
          look: !docket.sheet_clean?,
          empty: docket.empty.any?,
          clear: docket.clear?
        }
      end

      def docket = @docket ||= Nockplane::Linking::Docket.from_h(JSON.parse(lines))
    end
  end
end
