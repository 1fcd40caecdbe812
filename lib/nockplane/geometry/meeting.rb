# frozen_string_literal: true

module Nockplane
  module Geometry
    # Where planes and surfaces meet.
    module Meeting
      module_function

      # The shortest shift s (mm) with n.s = d for all [[n, d], ...]; nil when there is none. Gram and Schmidt, plane by
      # plane.
      def shift(planes)
        basis = []
        s = [0.0, 0.0, 0.0]
        planes.each do |n, d|
          rest = basis.reduce(n) { |r, b| Vec.along(r, b, -Vec.dot(n, b)) }
          gap = d - Vec.dot(n, s)
          l = Vec.dot(rest, rest)
          if l < 1e-8 then return nil if gap.abs > 1e-6
          else
            s = Vec.along(s, rest, gap / l)
            basis << Vec.unit(rest)
          end
        end
        s
      end

      # The point nearest to a given one that lies on all surfaces (Newton's method); nil when it does not settle within
      # reach mm.
      def polish(point, surfaces, reach)
        p = point
        6.times do
          gaps = surfaces.map { |s| [s.normal_at(p), -s.distance(p)] }
          return p if gaps.all? { |_, d| d.abs < 1e-10 }

          step = shift(gaps) or return nil
          p = Vec.add(p, step)
          return nil if Vec.distance(p, point) > reach
        end
        surfaces.all? { |s| s.distance(p).abs < 1e-7 } ? p : nil
      end
    end
  end
end
