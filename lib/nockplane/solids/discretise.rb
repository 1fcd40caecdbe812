# frozen_string_literal: true

module Nockplane
  module Solids
    # How finely curves become chords. refine 1 is what views are drawn from; refine 2 exactly halves every chord, which
    # Mass.extrapolated relies on.
    module Discretise
      # Chords on a full circle: a multiple of 4 and 6, so that quadrants and sixths are vertices.
      PER_CIRCLE = 48
      STEP = 2 * Math::PI / PER_CIRCLE
      # mm: height of a chord's segment that small tube arcs (rounds) may reach before they get more chords.
      CHORD = 0.01
      COARSEST = Math::PI / 6

      module_function

      # Chords for an arc of a profile, at least one. angle in radians.
      def steps(angle, refine = 1) = [(angle.abs / STEP - 1e-9).ceil, 1].max * refine

      # Chords for a round's arc of the given radius (mm).
      def tube_steps(angle, radius, refine = 1)
        step = (2 * Math.acos([1 - (CHORD / radius), 0].max)).clamp(STEP, COARSEST)
        [(angle.abs / step - 1e-9).ceil, 1].max * refine
      end
    end
  end
end
