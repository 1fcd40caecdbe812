# frozen_string_literal: true

module Nockplane
  module Solids
    # Volume (mm3), area (mm2) and centre of volume [x, y, z] (mm) of a solid's facets, by the divergence theorem.
    module Mass
      Properties = Struct.new(:volume, :area, :centre)

      module_function

      def of(solid)
        volume = area = 0.0
        mx = my = mz = 0.0
        solid.facets.each do |f|
          a = facet_area(solid, f)
          area += a
          volume += a * f.d / 3
          each_triangle(solid, f) do |p, q, r|
            six = Geometry::Vec.dot(p, Geometry::Vec.cross(q, r))
            mx += six * (p[0] + q[0] + r[0])
            my += six * (p[1] + q[1] + r[1])
            mz += six * (p[2] + q[2] + r[2])
          end
        end
        centre = volume.abs < 1e-12 ? [0.0, 0.0, 0.0] : [mx, my, mz].map { |m| m / 24 / volume }
        Properties.new(volume, area, centre)
      end

      # The exact values that two meshes, the second with twice the segments per circle, tend to: the error of inscribed
      # chords falls with the square of the segment (Richardson extrapolation).
      def extrapolated(coarse, fine)
        a = of(coarse)
        b = of(fine)
        better = ->(x, y) { ((4 * y) - x) / 3 }
        Properties.new(better[a.volume, b.volume], better[a.area, b.area], a.centre.zip(b.centre).map { |x, y| better[x, y] })
      end

      def facet_area(solid, facet)
        sum = 0.0
        each_triangle(solid, facet) do |p, q, r|
          c = Geometry::Vec.cross(Geometry::Vec.sub(q, p), Geometry::Vec.sub(r, p))
          sum += (c[0] * facet.nx) + (c[1] * facet.ny) + (c[2] * facet.nz)
        end
        sum * 0.5
      end

      # Signed fan triangles of every loop; holes turn the other way and cancel by themselves.
      def each_triangle(solid, facet)
        facet.loops.each do |ids|
          p = solid.point(ids[0])
          q = solid.point(ids[1])
          i = 2
          while i < ids.size
            r = solid.point(ids[i])
            yield p, q, r
            q = r
            i += 1
          end
        end
      end
    end
  end
end
