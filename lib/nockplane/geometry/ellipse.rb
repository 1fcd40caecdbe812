# frozen_string_literal: true

module Nockplane
  module Geometry
    # Ellipses in a plane: centre [x, y], semi-axes rx, ry in mm, rotation of the rx axis and parameter angle in
    # radians.
    module Ellipse
      module_function

      # Point [x, y] at a parameter.
      def point(centre, rx, ry, rotation, angle)
        c = Math.cos(rotation)
        s = Math.sin(rotation)
        a = rx * Math.cos(angle)
        b = ry * Math.sin(angle)
        [centre[0] + (a * c) - (b * s), centre[1] + (a * s) + (b * c)]
      end
    end
  end
end
