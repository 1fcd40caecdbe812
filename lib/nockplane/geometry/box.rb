# frozen_string_literal: true

module Nockplane
  module Geometry
    # Boxes [x0, y0, x1, y1] in a plane.
    module Box
      module_function

      # Do two boxes overlap, or come nearer than x sideways and y up and down?
      def meet?(a, b, x = 0.0, y = x) = a[0] < b[2] + x && a[2] > b[0] - x && a[1] < b[3] + y && a[3] > b[1] - y

      # Does a box lie in another, with room to spare on all sides?
      def inside?(box, outer, room = 0.0, tolerance: 1e-6)
        box[0] >= outer[0] + room - tolerance && box[1] >= outer[1] + room - tolerance &&
          box[2] <= outer[2] - room + tolerance && box[3] <= outer[3] - room + tolerance
      end
    end
  end
end
