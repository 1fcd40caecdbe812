# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # A plan that can't be made as asked, in words.
      class Refused < Nockplane::Error
        include InputFault
      end
    end
  end
end
