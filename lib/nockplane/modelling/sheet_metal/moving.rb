# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # A solid whose facets have been cut into pieces that are each moved their own way, put together again under the
      # same face names. Vertices keep their ids, so that what was closed stays closed.
      class Moving
        Facet = Solids::Facet
        # mm that a facet's corners may leave its plane.
        FLAT = 1e-7
        # mm: an edge this short is none; mm2: a facet this small.
        SHORT = 1e-6
        NOTHING = 1e-10
        # mm within which two pieces must put one vertex.
        NEAR = 0.05

        # facets: over the pool; places: [[x, y, z], ...] by vertex id; moves: of every facet what it is moved by (Wall
        # and the names of its maps of points and directions), nil where it is bent; surfaces: { face name => Surface }
        # of those whose surface is known; square: unit vector square to the flat sheet that comes of it, nil of a bent
        # one.
        def initialize(facets, places, moves, surfaces: {}, square: nil)
          @given = facets
          @moves = moves
          @surfaces = surfaces
          @square = square
          @pool = Pool.new(*places.transpose)
        end

        Pool =
          Struct.new(:xs, :ys, :zs) do
            def point(id) = [xs[id], ys[id], zs[id]]
            def size = xs.size
          end

        # Raises Refused when it can't be closed.
        def solid
          facets = with_faces(@given.zip(@moves).flat_map { |f, move| moved(f).map { |made| [*made, move] } })
          pool = Solids::VertexPool.new(@pool.xs, @pool.ys, @pool.zs)
          merged, = Solids::Repair.split_t_junctions(pool, merged(pool, facets))
          whole = Solids::Solid.compact(pool, merged)
          whole = Solids::Solid.compact(pool, facets) unless whole.open_edges.empty?
          return whole if whole.open_edges.empty?

          raise Refused, 'the flat state does not close; the edges of the sheet meet at less than a micrometre'
        rescue Geometry::ZeroVector
          raise Refused, 'a face of the sheet has no area in the flat; its edges are too short to be laid out'
        end

        # Facets of one plane that share whole edges, as facets without those edges.
        def self.outlined(pool, facets)
          count = Hash.new(0)
          facets.each { |f| f.each_edge { |a, b| count[[a, b]] += 1 } }
          left = count.keys.reject { |a, b| count.key?([b, a]) }
          us, vs = Geometry::Overlay.axes(pool, *facets[0].normal)
          polygons = Geometry::Linking.new(us, vs, left.map(&:first), left.map(&:last)).polygons
          polygons.map { |loops| facets[0].trimmed(pool, loops) }
        end

        private

        # A facet in its new place: in triangles where it is no longer plane; none of one that has come to nothing.
        def moved(facet)
          loops = facet.loops.filter_map { |ids| collapsed(ids) }
          return [] if loops.empty?
          return [[loops, facet.face, beside(loops[0])]] if size(loops[0]) < NOTHING

          plane = Facet.newell(@pool, loops[0])
          flat = loops.flatten.all? { |i| (dot(plane, i) - plane[3]).abs < FLAT }
          return [[loops, facet.face, plane]] if flat

          triangles(loops, plane).map do |ids|
            [[ids], facet.face, size(ids) < NOTHING ? plane : Facet.newell(@pool, ids)]
          end
        end

        # A loop whose corners that lie on each other are one; nil of one that has none left.
        def collapsed(ids)
          mapped = ids.map { |i| same[i] || i }
          mapped = mapped.each_with_index.reject { |id, i| id == mapped[i - 1] }.map(&:first)
          mapped.size > 2 ? mapped : nil
        end

        # { vertex => the one it lies on, at the other end of an edge of no length }
        def same
          @same ||=
            @given.each_with_object({}) do |f, found|
              f.each_edge do |a, b|
                next if a == b || Geometry::Vec.distance(@pool.point(a), @pool.point(b)) > SHORT

                low, high = [found[a] || a, found[b] || b].minmax
                found[high] = low unless low == high
              end
            end
        end

        # mm2 of a loop.
        def size(ids) = Geometry::Vec.length(Geometry::Polygon.area_vector(ids.map { |i| @pool.point(i) }))

        def dot(plane, i) = (plane[0] * @pool.xs[i]) + (plane[1] * @pool.ys[i]) + (plane[2] * @pool.zs[i])

        def triangles(loops, plane)
          us, vs = Geometry::Overlay.axes(@pool, *plane.first(3))
          Solids::Triangulator.new(us, vs, loops, flat: true).triangles.reject { |t| t.uniq.size < 3 }
        end

        # A plane through a loop that encloses nothing: some one along its longest edge.
        def beside(ids)
          a, b =
            ids
              .each_index
              .map { |i| [ids[i - 1], ids[i]].map { |v| @pool.point(v) } }
              .max_by { |p, q| Geometry::Vec.distance(p, q) }
          normal = Geometry::Vec.any_normal(Geometry::Vec.unit(Geometry::Vec.sub(b, a)))
          [*normal, Geometry::Vec.dot(normal, a)]
        end

        # [Solids::Facet] with faces whose surfaces are those of the new place; of one name that is in several pieces
        # each piece has its own.
        def with_faces(made)
          made
            .group_by { |_, face, _, _| face.name }
            .values
            .flat_map do |list|
              facets = list.map { |loops, face, plane, _| Facet.over(@pool, loops, face, plane) }
              Solids::Components
                .of(facets) { true }
                .flat_map do |ids|
                  face = facets[ids[0]].face
                  fresh = Solids::Face.new(face.name, surface(face, ids.map { |i| list[i] }), face.aliases)
                  ids.map { |i| facets[i].with_face(fresh) }
                end
            end
        end

        def surface(face, list)
          return @surfaces[face.name] if @surfaces[face.name]

          first = list[0][2]
          if list.all? { |_, _, p, _| p.zip(first).all? { |a, b| (a - b).abs < 1e-6 } }
            return Geometry::Surface.plane(@pool.point(list[0][0][0][0]), first.first(3))
          end

          move = list[0][3]
          return face.surface.mapped(*move) if move && list.all? { |_, _, _, m| m == move }

          round(list) || free(list)
        end

        # The cylinder that a wall square to the sheet stands for.
        def round(list)
          return nil unless @square && list.all? { |_, _, p, _| Geometry::Vec.dot(p.first(3), @square).abs < 1e-2 }

          RoundWall.of(list.flat_map { |loops, _, _, _| loops.flatten }.uniq.map { |i| @pool.point(i) }, @square)
        end

        # Of what is bent: the normals of its facets, averaged where they meet.
        def free(list)
          sums = Hash.new { |h, k| h[k] = [0.0, 0.0, 0.0] }
          list.each do |loops, _, plane, _|
            loops.flatten.each { |i| sums[i] = Geometry::Vec.add(sums[i], plane.first(3)) }
          end
          pairs =
            sums
              .reject { |_, n| Geometry::Vec.length(n) < 1e-9 }
              .map { |i, n| [@pool.point(i), Geometry::Vec.unit(n), nil] }
          Geometry::Surface.free(:bspline, pairs[0][0], pairs[0][1], Geometry::NormalField.new(pairs))
        end

        # Facets of one face on one plane that share edges become one. (They meet at whole edges with common ends, so
        # that the edges between them need only be dropped.)
        def merged(pool, facets)
          facets
            .group_by { |f| f.face.name }
            .values
            .flat_map do |list|
              list.group_by { |f| Solids::Repair.plane_key(f) }.values.flat_map { |level| joined(pool, level) }
            end
        end

        def joined(pool, facets)
          return facets if facets.size == 1

          Solids::Components
            .of(facets) { true }
            .flat_map { |ids| ids.size == 1 ? [facets[ids[0]]] : Moving.outlined(pool, ids.map { |i| facets[i] }) }
        end
      end
    end
  end
end
