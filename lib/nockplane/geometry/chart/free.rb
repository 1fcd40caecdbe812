# frozen_string_literal: true

module Nockplane
  module Geometry
    class Chart
      # A surface that has no name but its points: a form (Forms) from (u, v) to the model point. kind: :bspline,
      # :extrusion, :revolution or :offset.
      class Free < Chart
        attr_reader :kind, :form

        def initialize(kind, domain, form, periods: nil)
          super()
          @kind = kind
          @form = form
          @domain = domain
          @periods = periods || closed
          @poles = [0, 1].map { |i| @domain[1][i] }.select { |v| point?(v) }
        end

        def at(u, v) = @form.at(wrapped(u, 0), wrapped(v, 1))
        def partials(u, v) = @form.partials(wrapped(u, 0), wrapped(v, 1)) || super
        def bends(u, v) = @form.bends(wrapped(u, 0), wrapped(v, 1))

        # Poles are lines of constant v; of a surface whose lines of constant u shrink to a point the sides are swapped.
        def turned_if_needed
          return self unless poles.empty? && @domain[0].any? { |u| point_line?(u) }

          flipped = Free.new(@kind, @domain.reverse, Forms::Exchanged.new(@form), periods: periods.reverse)
          flipped.turn_over
          flipped
        end

        def exchanged? = @form.is_a?(Forms::Exchanged)

        # Normals the other way (the parameters were swapped).
        def turn_over = @over = true
        def normal(u, v) = (pole?(v) ? tip_normal(v) : super).then { |n| n && @over ? Vec.neg(n) : n }

        # Parts of the range of v and u: how near to a pole the surface is looked at, and on how many meridians.
        TIP = 1e-6
        LOOKS = 8

        private

        # At a pole, where u has no direction: the mean of the normals close around it; nil where that is none.
        def tip_normal(pole)
          looks = around(pole, TIP, LOOKS).filter_map do |u, v|
            su, sv = partials(u, v)
            square_to(su, sv)
          end
          Vec.unit(looks.reduce([0.0, 0.0, 0.0]) { |sum, n| Vec.add(sum, n) })
        rescue ZeroVector
          nil
        end

        def wrapped(t, axis)
          from, to = @domain[axis]
          return t if t >= from && t <= to

          @periods[axis] ? from + ((t - from) % @periods[axis]) : t.clamp(from, to)
        end

        # Periods of a surface that closes on itself.
        def closed
          (u0, u1), (v0, v1) = @domain
          mids = ->(a, b) { [0.13, 0.5, 0.81].map { |k| a + ((b - a) * k) } }
          @periods = [nil, nil]
          [
            (
              if mids[v0, v1].all? { |v| Vec.distance(at(u0, v), at(u1, v)) < 1e-6 } &&
                   mids[v0, v1].any? { |v| Vec.distance(at(u0, v), at((u0 + u1) / 2, v)) > 1e-6 }
                u1 - u0
              end
            ),
            (
              if mids[u0, u1].all? { |u| Vec.distance(at(u, v0), at(u, v1)) < 1e-6 } &&
                   mids[u0, u1].any? { |u| Vec.distance(at(u, v0), at(u, (v0 + v1) / 2)) > 1e-6 }
                v1 - v0
              end
            )
          ]
        end

        def point?(v)
          u0, u1 = @domain[0]
          [0.2, 0.5, 0.9].all? { |k| Vec.distance(at(u0, v), at(u0 + ((u1 - u0) * k), v)) < 1e-7 }
        end

        def point_line?(u)
          v0, v1 = @domain[1]
          [0.2, 0.5, 0.9].all? { |k| Vec.distance(at(u, v0), at(u, v0 + ((v1 - v0) * k))) < 1e-7 }
        end
      end
    end
  end
end
