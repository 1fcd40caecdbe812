# frozen_string_literal: true

module Nockplane
  # From a solid and a view frame to linework: hidden lines, silhouettes, true curves, shaded regions, centre lines.
  # Output is in mm of the model (not of paper), x to the right and y up in the view.
  module Projection
  end
end
