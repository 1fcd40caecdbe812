# frozen_string_literal: true

module Nockplane
  module Solids
    # How finely curves become chords. refine 1 is what views are drawn from; refine 2 exactly halves every chord, which
    # Mass.extrapolated relies on.
    module Discretise
      # Chords on a full circle: multiples of 4 and 6, so that quadrants and sixths are vertices. Small circles get fewer:
      # what is drawn is the true curve, and the chords only say what hides what.
      PER_CIRCLE = [24, 36, 48].freeze
      STEP = 2 * Math::PI / PER_CIRCLE[-1]
      # mm: height of a chord's segment that is fine enough on a circle with fewer than the most chords.
      FINE = 0.02
      # mm: the same for small tube arcs (rounds).
      CHORD = 0.01
      COARSEST = Math::PI / 6

      module_function

      # Chords for an arc of a profile, at least one. angle in radians, radius in mm.
      def steps(angle, radius, refine = 1)
        step = 2 * Math::PI / per_circle(radius)
        [(angle.abs / step - 1e-9).ceil, 1].max * refine
      end

      def per_circle(radius) = PER_CIRCLE.find { |n| radius * (1 - Math.cos(Math::PI / n)) <= FINE } || PER_CIRCLE[-1]

      # Chords for a round's arc of the given radius (mm).
      def tube_steps(angle, radius, refine = 1)
        step = (2 * Math.acos([1 - (CHORD / radius), 0].max)).clamp(STEP, COARSEST)
        [(angle.abs / step - 1e-9).ceil, 1].max * refine
      end
    end
  end
end
