# frozen_string_literal: true

module Nockplane
  module Solids
    # How finely curves become chords. refine 1 is what views are drawn from; refine 2 exactly halves every chord, which
    # Mass.extrapolated relies on.
    module Discretise
      STEP = 2 * Math::PI / Geometry::Chords::PER_CIRCLE[-1]
      # mm: the same for small tube arcs (rounds).
      CHORD = 0.01
      COARSEST = Math::PI / 6

      module_function

      # Chords for an arc of a profile, at least one. angle in radians, radius in mm.
      def steps(angle, radius, refine = 1)
        step = 2 * Math::PI / Geometry::Chords.per_circle(radius)
        [(angle.abs / step - 1e-9).ceil, 1].max * refine
      end

      # Chords for a round's arc of the given radius (mm).
      def tube_steps(angle, radius, refine = 1)
        step = (2 * Math.acos([1 - (CHORD / radius), 0].max)).clamp(STEP, COARSEST)
        [(angle.abs / step - 1e-9).ceil, 1].max * refine
      end
    end
  end
end
