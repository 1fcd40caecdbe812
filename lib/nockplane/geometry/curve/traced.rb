# frozen_string_literal: true

module Nockplane
  module Geometry
    class Curve
      # A curve drawn in the parameters of a surface: a flat curve (x = u, y = v) and a form that gives the point of two
      # parameters.
      class Traced < Curve
        # form: at(u, v) -> point, mm; range: parameters [from, to] of the flat curve, since a line has no ends of its
        # own;
        # period: how far it goes until its point comes back, where that is known; else told by its ends.
        def initialize(flat, form, range, period: nil)
          super()
          @flat = flat
          @form = form
          @domain = range
          @period = period || (range[1] - range[0] if Vec.distance(at(range[0]), at(range[1])) < CLOSED)
        end

        # mm between ends that meet.
        CLOSED = 1e-6

        def at(t)
          u, v, = @flat.at(t)
          @form.at(u, v)
        end

        def breaks = @flat.breaks
      end
    end
  end
end
