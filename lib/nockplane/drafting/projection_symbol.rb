# frozen_string_literal: true

module Nockplane
  module Drafting
    # The symbol of first or third angle projection (4.2): h = 3.5, large circle 2 h, cone 1.866 h long; circles at the
    # wide end for first angle, at the narrow end for third angle.
    module ProjectionSymbol
      H = 3.5
      LENGTH = (H / 2) / Math.tan(Math::PI / 12)

      module_function

      # Ink about a middle (cx, cy), mm of paper.
      def ink(standard, cx, cy)
        narrow = standard.first_angle? ? -LENGTH - 3 : 3
        circles = standard.first_angle? ? 5.5 : -5.5
        cone = [[narrow, H / 2], [narrow + LENGTH, H], [narrow + LENGTH, -H], [narrow, -H / 2]]
        [
          Ink::Line.new(points: cone.map { |u, v| [cx + u, cy + v] }, width: 0.35, closed: true),
          *[H / 2, H].map { |r| Ink.circle([cx + circles, cy], r, width: 0.35) },
          chain([cx - 10.5, cy], [cx + 10.5, cy]),
          chain([cx + circles, cy - H - 1], [cx + circles, cy + H + 1])
        ]
      end

      def chain(a, b)
        length = Math.hypot(b[0] - a[0], b[1] - a[1])
        Ink.line(a, b, width: 0.18, dash: LineType.dash('04', length, 0.18))
      end
    end
  end
end
