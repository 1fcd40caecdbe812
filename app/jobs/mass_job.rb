# frozen_string_literal: true

module App
  module Jobs
    # Works out the exact volume and mass of a revision's text.
    MassJob = Struct.new(:text) do
      def perform
        Workshop.source.mass(text)
        Workshop.source.weight(text)
      rescue Nockplane::Error
        nil # told where the model is shown
      end

      def max_attempts = 2
    end
  end
end
