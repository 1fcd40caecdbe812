# frozen_string_literal: true

module App
  module Jobs
    # Makes the small picture of a row of a sheet run, for its page to show.
    SheetPreviewJob =
      Struct.new(:plan) do
        def perform
          asked = SheetPlan.from(plan)
          SheetPreview.make(asked, asked.wanted[0])
        end

        def max_attempts = 1
      end
  end
end
