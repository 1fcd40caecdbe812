# frozen_string_literal: true

module Nockplane
  # Sizes and their tolerances: deviations, fit codes by ISO 286 (standards.md section 8).
  # No geometry, no drawing: numbers and codes in, deviations in mm out.
  module Tolerancing
  end
end
