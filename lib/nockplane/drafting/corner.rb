# frozen_string_literal: true

module Nockplane
  module Drafting
    # Places by a corner of a box and an offset inwards from it.
    module Corner
      NAMES = ['lower right', 'lower left', 'upper right', 'upper left'].freeze

      module_function

      # [x0, y0, x1, y1] of something width by height (mm) in a corner of a frame, dx, dy mm inwards.
      def box(name, frame, width, height, dx, dy)
        x = name.end_with?('right') ? frame[2] - dx - width : frame[0] + dx
        y = name.start_with?('lower') ? frame[1] + dy : frame[3] - dy - height
        [x, y, x + width, y + height]
      end

      # dx, dy after a move on paper.
      def moved(name, dx, dy, by_x, by_y)
        [dx + (name.end_with?('right') ? -by_x : by_x), dy + (name.start_with?('lower') ? by_y : -by_y)]
      end
    end
  end
end
