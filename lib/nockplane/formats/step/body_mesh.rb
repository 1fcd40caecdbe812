# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Meshes the shells of one shape, face by face, on the points of its edges (EdgeMesh).
      class BodyMesh
        # Most facets of one shape.
        MAX_FACETS = 400_000

        # Points of the mesh being made.
        class Pool
          attr_reader :xs, :ys, :zs

          def initialize = (@xs, @ys, @zs = [], [], [])
          def point(id) = [@xs[id], @ys[id], @zs[id]]

          def add(point)
            @xs << point[0]
            @ys << point[1]
            @zs << point[2]
            @xs.size - 1
          end
        end

        attr_reader :pool

        def initialize(file, curves, surfaces, report, fine:, refine:)
          @file = file
          @curves = curves
          @surfaces = surfaces
          @report = report
          @refine = refine
          @pool = Pool.new
          @edges =
            EdgeMesh.new(
              file,
              curves,
              Paths.new(file, curves, surfaces, report),
              report,
              @pool,
              fine: fine,
              refine: refine
            )
          @made = 0
        end

        # [Facet] of a face record (named "#id"); none, and a line in the report, when it can't be meshed.
        def face(record)
          sheet = record.is?('ORIENTED_FACE') ? @file[record[3]] : record
          facets = facets(sheet)
          if (@made += facets.size) > MAX_FACETS
            raise Unreadable, "the model has more than #{MAX_FACETS} facets; export fewer parts to a file"
          end

          record.is?('ORIENTED_FACE') && record[4] == :F ? facets.map(&:reversed) : facets
        rescue Unusable, Solids::PatchMesh::Unfit, Geometry::ZeroVector, *Report::WRONG_KINDS => e
          stand_in(record, e.message.sub(/#\d+ /, ''))
        end

        # Tells which faces are to come, so that edges know the surfaces on both sides of them, and vertices which
        # others they are one with.
        def announce(records)
          records.each { |record| edges_of(record).each { |e| @edges.weld(e) } }
          records.each do |record|
            sheet = record.is?('ORIENTED_FACE') ? @file[record[3]] : record
            @edges.announce(@surfaces.chart(face_parts(sheet)[1]), edges_of(record))
          rescue Unusable, Geometry::ZeroVector, *Report::WRONG_KINDS
            next # told when the face is meshed
          end
        end

        private

        # A face that can't be meshed is told, and spanned flat where it can be.
        def stand_in(record, why)
          facets = StandIn.new(@pool, outlines(record)).facets("##{record.id}")
          words =
            facets.empty? ?
              'a face is missing from the picture' :
              'a face could not be read; a flat piece stands in its place, hatched in views'
          @report.gap(record.type, "#{words}: #{why}", "##{record.id}", record: record.id, stands_in: !facets.empty?)
          facets
        end

        # Loops of a face as far as they can be read.
        def outlines(record)
          face_parts(record.is?('ORIENTED_FACE') ? @file[record[3]] : record)[0].filter_map do |b|
            @edges.around(b, straight: true)
          end
        rescue Unusable, Geometry::ZeroVector, *Report::WRONG_KINDS
          []
        end

        # The records of a face's edges; none of a face that can't be read, which is told when it is meshed.
        def edges_of(record)
          sheet = record.is?('ORIENTED_FACE') ? @file[record[3]] : record
          face_parts(sheet)[0].flat_map do |b|
            @file[@file[b][1]].then { |l| l.is?('EDGE_LOOP') ? l[1].map { |o| @file[@file[o][3]] } : [] }
          end
        rescue Unusable, *Report::WRONG_KINDS
          []
        end

        def facets(record)
          bounds, surface, sense = face_parts(record)
          chart = @surfaces.chart(surface)
          loops = bounds.filter_map { |b| @edges.around(b) }
          loops.each(&:reverse!) if sense == :F
          return plane_facets(record, chart, loops, sense) if chart.plane?

          rulings = @edges.rulings(chart) if chart.stripped?
          patch = Solids::PatchMesh.new(chart, @pool, loops, refine: @refine, rulings: rulings)
          cells = patch.facets
          rough(record) if patch.rough?
          surface =
            chart.respond_to?(:surface) ?
              chart.surface :
              Geometry::Surface.free(
                chart.kind,
                [0.0, 0.0, 0.0],
                [0.0, 0.0, 1.0],
                Geometry::NormalField.new(patch.normals, chart: chart.settled_for_good)
              )
          face = Solids::Face.new("##{record.id}", surface)
          cells = cells.map { |loops| loops.map(&:reverse) } if sense == :F
          side = side(cells.map(&:first), surface)
          cells.map { |loops| facet(loops, face, side) }
        end

        def rough(record)
          words =
            'the outline of a face touches or crosses itself; its picture and its part of the volume are not right'
          @report.gap(record.type, words, "##{record.id}", record: record.id)
        end

        # 1 when facets of a face look where its surface's normal does, else -1.
        def side(cells, surface)
          points =
            cells
              .lazy
              .map { |ids| ids.map { |id| @pool.point(id) } }
              .find { |list| Geometry::Vec.length(Geometry::Polygon.area_vector(list)) > 1e-6 } or return 1
          Geometry::Vec.dot(
            Geometry::Polygon.area_vector(points),
            surface.normal_at(3.times.map { |k| points.sum { |p| p[k] } / points.size })
          ).negative? ?
            -1 :
            1
        end

        def face_parts(record)
          leaf = %w[ADVANCED_FACE FACE_SURFACE].find { |n| record.is?(n) }
          raise Unusable, "#{record}: this kind of face is not read" unless leaf

          args = record.args(leaf)
          [Array(args[1]), args[2], args[3]]
        end

        def plane_facets(record, chart, loops, sense)
          face = Solids::Face.new("##{record.id}", chart.surface)
          frame = chart.frame
          rings = loops.reject { |l| l.size < 3 }
          raise Unusable, "#{record}: its outline encloses nothing" if rings.empty?

          us, vs, ws =
            rings
              .flatten
              .uniq
              .to_h { |id| [id, frame.local(@pool.point(id))] }
              .then { |at| 3.times.map { |k| at.transform_values { |p| p[k] } } }
          off = ws.each_value.map(&:abs).max
          raise Unusable, "#{record}: its outline is #{format('%.3g', off)} mm off its plane" if off > EdgeMesh::LOOSE

          turned = Geometry::Polygon.nested(rings, us, vs)
          raise Unusable, "#{record}: its outline encloses nothing" if Geometry::Polygon.area(turned[0], us, vs) < 1e-12

          made =
            if sliver?(turned, us, vs) then zipped(turned[0], us, vs).map { |ids| facet([ids], face, 1) }
            elsif off < Geometry::Tolerance::POINT
              [Solids::Facet.over(@pool, turned, face, [*frame.z, Geometry::Vec.dot(frame.z, frame.origin)])]
            else # triangles are flat wherever their corners are
              Solids::Triangulator.new(us, vs, turned, flat: true).triangles.map { |ids| facet([ids], face, 1) }
            end
          sense == :F ? made.map(&:reversed) : made
        end

        # mm of mean width below which the chords along both sides of a face may cross each other.
        SLIVER = 0.01

        # Is a face as narrow as what is left where two nearly equal circles meet?
        def sliver?(rings, us, vs)
          return false if rings.size > 1

          ring = rings[0]
          round = ring.each_index.sum { |i| Math.hypot(us[ring[i]] - us[ring[i - 1]], vs[ring[i]] - vs[ring[i - 1]]) }
          Geometry::Polygon.area(ring, us, vs) < SLIVER * round / 2
        end

        # Triangles of a sliver, from its tips along both sides: the corner with the shortest way past it goes first.
        def zipped(ring, us, vs)
          left = ring.dup
          found = []
          while left.size > 2
            past = left.each_index.min_by do |i|
              a, b = left[i - 1], left[(i + 1) % left.size]
              Math.hypot(us[a] - us[b], vs[a] - vs[b])
            end
            found << [left[past - 1], left[past], left[(past + 1) % left.size]]
            left.delete_at(past)
          end
          found
        end

        # Corners in one line have no direction of their own: the facet looks where its surface does, square to them.
        def facet(loops, face, side)
          points = loops[0].map { |id| @pool.point(id) }
          if Geometry::Vec.length(Geometry::Polygon.area_vector(points)) > 1e-10
            return Solids::Facet.over(@pool, loops, face)
          end

          n = Geometry::Vec.scale(face.surface.normal_at(points[0]), side)
          ends = points.combination(2).max_by { |p, q| Geometry::Vec.distance(p, q) }
          along = Geometry::Vec.unit(Geometry::Vec.sub(*ends))
          n = Geometry::Vec.unit(Geometry::Vec.along(n, along, -Geometry::Vec.dot(n, along)))
          Solids::Facet.over(@pool, loops, face, [*n, Geometry::Vec.dot(n, points[0])])
        end
      end
    end
  end
end
