# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A centre line (or line of symmetry) set by hand.
      class CentreLine < Centred
        NAME = 'centre_line'
        TITLE = 'centre line'

        def suits(measured, frame) = frame.along?(measured.axis) ? 2 : 0

        def chains(drawn, past)
          a, b = [drawn.snapshot.from, drawn.snapshot.to].map { |p| drawn.at.point(p) }
          length = Math.hypot(b[0] - a[0], b[1] - a[1])
          return [] if length < 1e-9

          way = [(b[0] - a[0]) / length * past, (b[1] - a[1]) / length * past]
          [chain(drawn, [a[0] - way[0], a[1] - way[1]], [b[0] + way[0], b[1] + way[1]])]
        end
      end
    end
  end
end
