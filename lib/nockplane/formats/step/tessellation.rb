# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Tessellated shapes of AP242: triangles over lists of coordinates. Every triangulated face is one face of the
      # model; points that lie in one place are one.
      class Tessellation
        MAX_TRIANGLES = 200_000
        FACES = %w[
          TRIANGULATED_FACE
          COMPLEX_TRIANGULATED_FACE
          TRIANGULATED_SURFACE_SET
          COMPLEX_TRIANGULATED_SURFACE_SET
        ].freeze

        def initialize(file, mesh, report, unit)
          @file = file
          @mesh = mesh
          @report = report
          @unit = unit
          @points = {}
        end

        # [Facet] of a tessellated solid, shell, face or surface set.
        def facets(record)
          return face(record) if record.is?(*FACES)

          list = Array(record[1]).grep(Part21::Ref).flat_map { |r| face(@file[r]) }
          turned = Orient.call(list, @mesh.pool, outward: true)
          open = Orient.open_edges(turned)
          unless open.zero?
            @report.add(
              record.type,
              record.is?('TESSELLATED_SOLID') ?
                "the tessellated solid is open along #{open} edges" :
                'a tessellated shell that is open',
              "##{record.id}"
            )
          end

          turned
        end

        private

        # (name, coordinates, pnmax, normals, [geometric link,] pnindex, triangles | strips, fans)
        def face(record)
          return [] unless record.is?(*FACES)

          args = record.args
          points = coordinates(args[1])
          complex = record.type.start_with?('COMPLEX')
          lists = complex ? args.last(2) : [args[-1]]
          index = complex ? args[-3] : args[-2]
          triangles = complex ? strips(lists[0]) + fans(lists[1]) : Array(lists[0])
          if triangles.size > MAX_TRIANGLES
            raise Unusable, "#{record}: #{triangles.size} triangles; at most #{MAX_TRIANGLES} are read"
          end

          at = ->(i) do
            points[(index.is_a?(Array) && !index.empty? ? index[i - 1].to_i : i) - 1] or
              raise Unusable, "#{record}: there is no point #{i}"
          end
          made(record, triangles.map { |t| t.map { |i| at[i.to_i] } })
        end

        def made(record, triangles)
          normals = []
          cells = triangles.reject { |t| t.uniq.size < 3 }.filter_map do |t|
            p, q, r = t.map { |id| @mesh.pool.point(id) }
            n = Geometry::Vec.cross(Geometry::Vec.sub(q, p), Geometry::Vec.sub(r, p))
            next if Geometry::Vec.length(n) < 1e-12

            normals.concat([p, q, r].map { |x| [x, n] })
            t
          end
          return [] if cells.empty?

          face = Solids::Face.new("##{record.id}", surface(normals))
          cells.map { |t| Solids::Facet.over(@mesh.pool, [t], face) }
        end

        # A plane when all triangles lie in one, else a free surface with the mean normals at its points.
        def surface(normals)
          sums =
            normals.each_with_object(Hash.new([0.0, 0.0, 0.0])) { |(p, n), all| all[p] = Geometry::Vec.add(all[p], n) }
          first = Geometry::Vec.unit(normals[0][1])
          origin = normals[0][0]
          flat =
            normals.all? do |p, n|
              Geometry::Vec.dot(Geometry::Vec.unit(n), first) > 1 - 1e-10 &&
                Geometry::Vec.dot(Geometry::Vec.sub(p, origin), first).abs < 1e-6
            end
          return Geometry::Surface.plane(origin, first) if flat

          pairs = sums.map { |p, n| [p, Geometry::Vec.length(n) < 1e-12 ? first : Geometry::Vec.unit(n)] }
          Geometry::Surface.free(:tessellated, [0.0, 0.0, 0.0], [0.0, 0.0, 1.0], Geometry::NormalField.new(pairs))
        end

        def coordinates(ref)
          (@lists ||= {})[ref.id] ||= begin
            list = Array(@file[ref][-1] || @file[ref].args[2])
            list
              .map { |p| p.map { |c| c.to_f * @unit } }
              .map { |p| @points[p.map { |c| (c * 1e6).round }] ||= @mesh.pool.add(p) }
          end
        end

        def strips(list)
          Array(list).flat_map { |s| s.each_cons(3).each_with_index.map { |t, i| i.odd? ? [t[1], t[0], t[2]] : t } }
        end

        def fans(list) = Array(list).flat_map { |f| f.drop(1).each_cons(2).map { |a, b| [f[0], a, b] } }
      end
    end
  end
end
