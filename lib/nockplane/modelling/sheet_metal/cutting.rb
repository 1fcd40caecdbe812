# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # Convex polygons (vertex ids of a pool) cut by planes.
      class Cutting
        # mm: a vertex this near to a plane lies on it.
        ON = 1e-7

        def initialize(pool)
          @pool = pool
        end

        # The pieces of a polygon on both sides of a plane (point, unit normal); itself where the plane does not part
        # it.
        def call(ids, point, normal)
          off = ids.map { |i| Geometry::Vec.dot(Geometry::Vec.sub(@pool.point(i), point), normal) }
          return [ids] if off.all? { |d| d > -ON } || off.all? { |d| d < ON }

          front = []
          back = []
          ids.each_with_index do |a, i|
            b = ids[(i + 1) % ids.size]
            front << a if off[i] > -ON
            back << a if off[i] < ON
            d, e = off[i], off[(i + 1) % ids.size]
            next unless (d > ON && e < -ON) || (d < -ON && e > ON)

            front << (met = crossing(a, b, d, e))
            back << met
          end
          [front, back].select { |list| list.size > 2 }
        end

        private

        # (The same from either end.)
        def crossing(a, b, d, e)
          a, b, d, e = b, a, e, d if a > b
          p = @pool.point(a)
          q = @pool.point(b)
          @pool.weld(*Geometry::Vec.along(p, Geometry::Vec.sub(q, p), d / (d - e)))
        end
      end
    end
  end
end
