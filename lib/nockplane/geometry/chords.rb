# frozen_string_literal: true

module Nockplane
  module Geometry
    # How many chords stand for a full circle.
    module Chords
      # Multiples of 4 and 6, so that quadrants and sixths are vertices. Small circles get fewer: what is drawn is the
      # true curve, and the chords only say what hides what.
      PER_CIRCLE = [24, 36, 48].freeze
      # mm: height of a chord's segment that is fine enough on a circle with fewer than the most chords.
      FINE = 0.02

      # Part of the radius by which chords lie within their circle at most.
      DEEP = 1 - Math.cos(Math::PI / PER_CIRCLE[0])
      # mm, off the circle.
      NEAR = 1e-6

      module_function

      # Does a point at so many mm from the middle lie on a circle, or on a chord of it?
      def on?(radius, distance) = (radius - distance).between?(-NEAR, (DEEP * radius) + NEAR)

      # radius in mm.
      def per_circle(radius) = PER_CIRCLE.find { |n| radius * (1 - Math.cos(Math::PI / n)) <= FINE } || PER_CIRCLE[-1]
    end
  end
end
