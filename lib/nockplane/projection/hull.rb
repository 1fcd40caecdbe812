# frozen_string_literal: true

module Nockplane
  module Projection
    # Plane facets that have the whole solid behind them: seen from before, nothing can hide their edges.
    module Hull
      NEAR = Geometry::Tolerance::POINT
      # Axes and senses whose extreme vertices are tried first: most planes have one of those before them.
      TRIED = 3.times.flat_map { |k| [-1, 1].map { |s| [k, s] } }.freeze

      module_function

      # { facet index => true }
      def of(solid)
        points = solid.xs.zip(solid.ys, solid.zs)
        first = TRIED.map { |k, sign| points.max_by { |p| p[k] * sign } }.uniq
        solid
          .facets
          .each_with_index
          .with_object({}) do |(f, i), found|
            next unless f.face.surface.plane?

            found[i] = true if behind?(first, f) && behind?(points, f)
          end
      end

      def behind?(points, facet)
        nx, ny, nz, d = facet.nx, facet.ny, facet.nz, facet.d + NEAR
        points.all? { |x, y, z| (nx * x) + (ny * y) + (nz * z) <= d }
      end
      private_class_method :behind?
    end
  end
end
