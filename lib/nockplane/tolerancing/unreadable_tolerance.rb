# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # A tolerance text that can't be read.
    class UnreadableTolerance < Nockplane::Error
      include InputFault
    end
  end
end
