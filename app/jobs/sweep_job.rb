# frozen_string_literal: true

module App
  module Jobs
    # Puts on the queue what should follow from what is stored and has not: dockets of drawings, assemblies behind their
    # parts.
    SweepJob = Struct.new(:reason) do
      def perform = Aftermath.overdue
      def max_attempts = 5
    end
  end
end
