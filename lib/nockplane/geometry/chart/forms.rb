# frozen_string_literal: true

module Nockplane
  module Geometry
    class Chart
      # What free surfaces (Chart::Free) are made of: values that give the point of two parameters (#at) and, where it
      # can be told better than by differences, the two directions there (#partials: [Su, Sv], maybe with the point
      # behind them, else nil) and how they change (#bends: [Su, Sv, Suu, Suv, Svv], else nil).
      module Forms
        # A (rational) B-spline: two degrees, two full knot lists, control points and weights (or nil) by rows of u.
        Spline = Struct.new(:degrees, :knots, :points, :weights) do
          def at(u, v) = Nurbs.surface_point(degrees, knots, points, weights, u, v)
          def partials(u, v) = Nurbs.surface_partials(degrees, knots, points, weights, u, v)
          def bends(u, v) = Nurbs.surface_bends(degrees, knots, points, weights, u, v)
        end

        # A curve along an axis (unit vector).
        Extruded = Struct.new(:curve, :axis) do
          def at(u, v) = Vec.along(curve.at(u), axis, v)
          def partials(_u, _v) = nil
          def bends(_u, _v) = nil
        end

        # A curve about a frame's z.
        Revolved = Struct.new(:curve, :frame) do
          def at(u, v)
            x, y, z = frame.local(curve.at(v))
            frame.point((x * Math.cos(u)) - (y * Math.sin(u)), (x * Math.sin(u)) + (y * Math.cos(u)), z)
          end

          def partials(_u, _v) = nil
          def bends(_u, _v) = nil
        end

        # Another chart moved by mm along its normal; the directions of the base have the same normal.
        Offset = Struct.new(:base, :mm) do
          def at(u, v)
            n = base.normal(u, v)
            n ? Vec.along(base.at(u, v), n, mm) : base.at(u, v)
          end

          def partials(u, v) = base.partials(u, v).first(2)
          def bends(_u, _v) = nil
        end

        # Another form with its parameters exchanged.
        Exchanged = Struct.new(:form) do
          def at(u, v) = form.at(v, u)
          def partials(u, v) = form.partials(v, u)&.then { |su, sv, *point| [sv, su, *point] }
          def bends(u, v) = form.bends(v, u)&.values_at(1, 0, 4, 3, 2)
        end
      end
    end
  end
end
