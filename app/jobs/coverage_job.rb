# frozen_string_literal: true

module App
  module Jobs
    # Works out which faces of a revision's text its own sizes pin down.
    CoverageJob =
      Struct.new(:text) do
        def perform
          Nockplane::Linking::Coverage.in(Workshop.source, text)
        rescue Nockplane::Error
          nil # told where the model is shown
        end

        def max_attempts = 2
      end
  end
end
