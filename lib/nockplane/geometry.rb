# frozen_string_literal: true

module Nockplane
  # Vectors, planes, frames and the 2D overlay of polygons; the one file of tolerances.
  # Points and vectors are arrays [x, y, z] of Float in mm; angles in radians unless a name says degrees.
  # Depends on nothing; everything else may call it.
  module Geometry
  end
end
