# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A distance between two levels, on a line parallel to what it measures (DIM-01).
      class Linear < Size
        NAME = 'linear'
        TITLE = 'distance'

        def suits(measured, frame) = flat?(measured, frame) ? 2 : 0
        def place_type(_measured, _frame) = Row
        def says = :level

        # Unit direction of the model along which it measures; nil where its ends are one.
        def direction(measured)
          way = Geometry::Vec.sub(measured.to, measured.from)
          Geometry::Vec.length(way) < 1e-9 ? nil : Geometry::Vec.unit(way)
        end
      end
    end
  end
end
