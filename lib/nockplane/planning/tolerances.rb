# frozen_string_literal: true

module Nockplane
  module Planning
    # Tolerance plans made by rule: what the features of a part are, its datums, and what is said of each.
    module Tolerances
    end
  end
end
