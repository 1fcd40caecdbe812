# frozen_string_literal: true

module Nockplane
  module Solids
    # Volume, area, centre and moments of a solid's facets, by the divergence theorem.
    module Mass
      # volume mm3, area mm2, centre of volume [x, y, z] mm; moments: integrals of xx, yy, zz, xy, yz, zx over the
      # volume about the model origin, mm5; error: relative, how far volume may be off (0 for plane faces, nil when not
      # known).
      Properties = Struct.new(:volume, :area, :centre, :moments, :error) do
        # Inertia tensor about the centre, axes of the model, mm5 (times density: mass x mm2): [[Ixx, Ixy, Ixz], ...].
        def inertia
          xx, yy, zz, xy, yz, zx = moments
          x, y, z = centre
          xx -= volume * x * x
          yy -= volume * y * y
          zz -= volume * z * z
          xy, yz, zx = [[xy, x * y], [yz, y * z], [zx, z * x]].map { |m, c| (volume * c) - m }
          [[yy + zz, xy, zx], [xy, zz + xx, yz], [zx, yz, xx + yy]]
        end
      end

      module_function

      def of(solid)
        volume = area = 0.0
        first = [0.0] * 3
        second = [0.0] * 6
        solid.facets.each do |f|
          a = facet_area(solid, f)
          area += a
          volume += a * f.d / 3
          each_triangle(solid, f) { |p, q, r| add(first, second, p, q, r) }
        end
        centre = volume.abs < 1e-12 ? [0.0, 0.0, 0.0] : first.map { |m| m / 24 / volume }
        Properties.new(
          volume,
          area,
          centre,
          second.map { |m| m / 120 },
          solid.facets.all? { |f| f.face.surface.plane? } ? 0.0 : nil
        )
      end

      # Moments of the tetrahedron from the origin to a triangle, times 24 and 120.
      def add(first, second, p, q, r)
        six = Geometry::Vec.dot(p, Geometry::Vec.cross(q, r))
        sums = [p[0] + q[0] + r[0], p[1] + q[1] + r[1], p[2] + q[2] + r[2]]
        3.times do |i|
          first[i] += six * sums[i]
          j = (i + 1) % 3
          second[i] += six * ((p[i] * p[i]) + (q[i] * q[i]) + (r[i] * r[i]) + (sums[i] * sums[i]))
          second[i + 3] += six * ((p[i] * p[j]) + (q[i] * q[j]) + (r[i] * r[j]) + (sums[i] * sums[j]))
        end
      end

      # Volume of one mesh filled up to the true surfaces, mm3: good to some 1e-6 of it.
      def filled_volume(solid) = of(solid).volume + Bulge.of(solid)[0]

      # The values that two meshes, the second with twice the segments per circle, tend to. Volume and area are first
      # filled up to the true surfaces (Bulge): what is then missing falls with the fourth power of the chord, that of
      # free surfaces and of centre and moments with the square (Richardson extrapolation). error: a hundredth of the
      # last step made.
      def extrapolated(coarse, fine)
        a = of(coarse)
        b = of(fine)
        order = fine.facets.any? { |f| f.face.surface.swept? } ? 4 : 16
        better = ->(x, y, k) { ((k * y) - x) / (k - 1) }
        (va, aa), (vb, ab) = [[a, coarse], [b, fine]].map { |m, s| Bulge.of(s).zip([m.volume, m.area]).map(&:sum) }
        volume = better[va, vb, order]
        error = b.error || ([(volume - vb).abs, (volume - b.volume).abs / 10].max / volume.abs / 100)
        Properties.new(
          volume,
          better[aa, ab, 4],
          a.centre.zip(b.centre).map { |x, y| better[x, y, 4] },
          a.moments.zip(b.moments).map { |x, y| better[x, y, 4] },
          error
        )
      end

      # The same of a solid moved by a Transform.
      def moved(properties, move)
        o = move.point([0.0, 0.0, 0.0])
        v = properties.volume
        turned = move.direction(properties.centre)
        rows = turned_moments(properties.moments, move)
        moments = PAIRS.map { |i, j| rows[i][j] + (v * ((o[i] * o[j]) + (o[i] * turned[j]) + (turned[i] * o[j]))) }
        Properties.new(v, properties.area, Geometry::Vec.add(o, turned), moments, properties.error)
      end

      # Places in a matrix of the moments xx, yy, zz, xy, yz, zx.
      PAIRS = [[0, 0], [1, 1], [2, 2], [0, 1], [1, 2], [2, 0]].freeze

      # R M R^T, rows.
      def turned_moments((xx, yy, zz, xy, yz, zx), move)
        columns = [[xx, xy, zx], [xy, yy, yz], [zx, yz, zz]].map { |column| move.direction(column) }
        columns.transpose.map { |row| move.direction(row) }
      end

      # Of several solids together.
      def sum(all)
        volume = all.sum(&:volume)
        centre = 3.times.map { |k| all.sum { |p| p.volume * p.centre[k] } / volume }
        error = all.map(&:error).include?(nil) ? nil : all.sum { |p| p.error * p.volume } / volume
        Properties.new(volume, all.sum(&:area), centre, 6.times.map { |k| all.sum { |p| p.moments[k] } }, error)
      end

      def facet_area(solid, facet)
        sum = 0.0
        each_triangle(solid, facet) do |p, q, r|
          c = Geometry::Vec.cross(Geometry::Vec.sub(q, p), Geometry::Vec.sub(r, p))
          sum += (c[0] * facet.nx) + (c[1] * facet.ny) + (c[2] * facet.nz)
        end
        sum * 0.5
      end

      # Signed fan triangles of every loop, then the ids of their corners; holes turn the other way and cancel by
      # themselves.
      def each_triangle(solid, facet)
        facet.loops.each do |ids|
          p = solid.point(ids[0])
          q = solid.point(ids[1])
          i = 2
          while i < ids.size
            r = solid.point(ids[i])
            yield p, q, r, ids[0], ids[i - 1], ids[i]
            q = r
            i += 1
          end
        end
      end
    end
  end
end
