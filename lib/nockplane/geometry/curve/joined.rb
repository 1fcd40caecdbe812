# frozen_string_literal: true

module Nockplane
  module Geometry
    class Curve
      # Parts of curves end to end; the parameter counts parts. A polyline is parts of lines.
      class Joined < Curve
        # parts: [[Curve, from, to], ...]
        def initialize(parts)
          super()
          @parts = parts
          @domain = [0.0, parts.size.to_f]
          @period = @domain[1] if Vec.distance(at(0.0), at(@domain[1])) < 1e-6
        end

        def self.polyline(points)
          new(
            points
              .each_cons(2)
              .reject { |p, q| Vec.distance(p, q) < 1e-12 }
              .map { |p, q| [Line.new(p, Vec.sub(q, p)), 0.0, Vec.distance(p, q)] }
          )
        end

        def at(t)
          t = @period ? t % @period : t.clamp(*@domain) if t.negative? || t > @domain[1]
          i = [t.floor, @parts.size - 1].min
          curve, from, to = @parts[i]
          curve.at(from + ((to - from) * (t - i)))
        end

        def breaks = @breaks ||= (0..(@parts.size * (@period ? 2 : 1))).map(&:to_f)
      end
    end
  end
end
