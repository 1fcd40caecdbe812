# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A diameter: on a leader where the circle is seen, else on a line across the axis (DIM-12).
      class Diameter < Size
        NAME = 'diameter'
        TITLE = 'diameter'

        def rule = :holes

        def suits(measured, frame)
          return 2 if along?(measured, frame)

          square?(measured, frame) ? 1 : 0
        end

        def place_type(measured, frame) = along?(measured, frame) ? Leader : Row
        def says = :round
        def said_radius(measured) = measured.value / 2
        def on_arcs? = true
        def circle_radius(measured) = measured.value / 2

        # Seen from the side it runs square to the axis, whatever way one looks.
        def ends(drawn)
          measured = drawn.snapshot
          square = Geometry::Vec.unit(Geometry::Vec.cross(measured.axis, drawn.at.frame.d))
          across = Geometry::Vec.scale(square, measured.value / 2)
          [Geometry::Vec.sub(measured.centre, across), Geometry::Vec.add(measured.centre, across)]
        end
      end
    end
  end
end
