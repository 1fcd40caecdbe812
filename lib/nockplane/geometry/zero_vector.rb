# frozen_string_literal: true

module Nockplane
  module Geometry
    # A direction was needed and a vector of length 0 given.
    class ZeroVector < Nockplane::Error; end
  end
end
