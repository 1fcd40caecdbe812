# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # Figures of one bend (standards.md SM-01 to SM-09). angle: degrees the sheet is turned through (0 is flat);
      # radius: inside, thickness: mm; k: where the neutral fibre lies, as a part of the thickness from the inside.
      module Bending
        module_function

        # Arc of the neutral fibre, mm (SM-01).
        def allowance(angle, radius, thickness, k) = radians(angle) * (radius + (k * thickness))

        # From the tangent point to the outside apex, mm, for angles under 180 (SM-02).
        def outside_setback(angle, radius, thickness) = Math.tan(radians(angle) / 2) * (radius + thickness)

        # The same inside (SM-03).
        def inside_setback(angle, radius) = Math.tan(radians(angle) / 2) * radius

        # What the outside legs are longer than the flat, mm (SM-04); of angles over 90 the legs end at the tangent of
        # the bend (SM-14).
        def deduction(angle, radius, thickness, allowance) = (2 * setback(angle, radius, thickness)) - allowance

        # From the tangent point to where the leg is measured to, mm: the outside apex, over 90 degrees the tangent.
        def setback(angle, radius, thickness)
          angle <= 90 ? outside_setback(angle, radius, thickness) : radius + thickness
        end

        # The k that gives an allowance (SM-08).
        def k(allowance, angle, radius, thickness) = ((allowance / radians(angle)) - radius) / thickness

        def radians(degrees) = degrees * Math::PI / 180
      end
    end
  end
end
