# frozen_string_literal: true

module Nockplane
  module Modelling
    # A recipe that can't be used; carries every fault found.
    class RecipeFault < Nockplane::Error
      include InputFault

      attr_reader :faults

      def initialize(*faults)
        @faults = faults.flatten
        super(@faults.join("\n"))
      end

      # Plain data of every fault: [{ line:, path:, reason: }, ...].
      def details = @faults.map(&:to_h)
    end
  end
end
