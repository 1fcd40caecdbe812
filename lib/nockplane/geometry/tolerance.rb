# frozen_string_literal: true

module Nockplane
  module Geometry
    # Every tolerance of the kernel, each with its unit and reason. Comparisons name one of these.
    module Tolerance
      # mm: a vertex this near to a plane or an edge lies on it. Far below any drawn size, far above rounding (1e-12).
      POINT = 1e-8
      # mm: corners of a facet that is made of several points may lie this far off its plane. Well within POINT, so that
      # what rests on the facet finds them on it.
      FLAT = 2e-9
      # mm: two vertices this near are one. Twice POINT, so that two points on one plane crossing weld.
      WELD = 2e-8
      # mm: lengths from people are rounded to this, which keeps them out of the bad window (1 to 100 x POINT).
      QUANTUM = 1e-4
      # Sine of an angle: directions this near are parallel.
      ANGLE = 1e-9
      # Cosine margin below which two analytic normals count as tangent (about 0.5 degrees).
      TANGENT = 4e-5
      # mm of image: padding of boxes and grid cells in hidden-line removal.
      IMAGE = 1e-6
      # mm of depth: an edge this near to a facet is on it, not behind it.
      DEPTH = 1e-6
      # mm of image: lines nearer than this coincide on paper.
      COINCIDENT = 2e-5
    end
  end
end
