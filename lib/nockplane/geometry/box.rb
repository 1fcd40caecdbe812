# frozen_string_literal: true

module Nockplane
  module Geometry
    # Boxes [x0, y0, x1, y1] in a plane.
    module Box
      module_function

      # Do two boxes overlap, or come nearer than x sideways and y up and down?
      def meet?(a, b, x = 0.0, y = x) = a[0] < b[2] + x && a[2] > b[0] - x && a[1] < b[3] + y && a[3] > b[1] - y

      # The box about several, nil about none.
      def around(boxes)
        return nil if boxes.empty?

        low, high = boxes.transpose.each_slice(2).to_a
        [*low.map(&:min), *high.map(&:max)]
      end

      # Do all points lie in a box?
      def holds?(box, points) = points.all? { |x, y| x >= box[0] && x <= box[2] && y >= box[1] && y <= box[3] }

      # Does a box lie in another, with room to spare on all sides?
      def inside?(box, outer, room = 0.0, tolerance: 1e-6)
        box[0] >= outer[0] + room - tolerance && box[1] >= outer[1] + room - tolerance &&
          box[2] <= outer[2] - room + tolerance && box[3] <= outer[3] - room + tolerance
      end
    end
  end
end
