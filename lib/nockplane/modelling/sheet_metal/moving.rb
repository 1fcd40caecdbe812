# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # A solid whose facets have been cut into pieces that are each moved their own way, put together again under the
      # same face names. Vertices keep their ids, so that what was closed stays closed.
      class Moving
        # mm that a facet's corners may leave its plane.
        FLAT = 1e-7
        # mm within which two pieces must put one vertex.
        NEAR = 1e-2

        # facets: over the pool; places: [[x, y, z], ...] by vertex id; rigid: { Face => how its points and directions
        # went ([point map, direction map]) } of faces that were only moved.
        def initialize(facets, places, rigid)
          @given = facets
          @pool = Pool.new(*places.transpose)
          @places = places
          @rigid = rigid
          @faces = {}
        end

        Pool = Struct.new(:xs, :ys, :zs) do
          def point(id) = [xs[id], ys[id], zs[id]]
          def size = xs.size
        end

        # Raises Refused when it can't be closed.
        def solid
          facets = @given.flat_map { |f| moved(f) }
          facets = with_faces(facets)
          pool = Solids::VertexPool.new(@pool.xs, @pool.ys, @pool.zs)
          merged = Solids::Repair.split_t_junctions(pool, merged(pool, facets))
          whole = Solids::Solid.compact(pool, merged)
          whole = Solids::Solid.compact(pool, facets) unless whole.open_edges.empty?
          return whole if whole.open_edges.empty?

          raise Refused, 'the flat state does not close; the edges of the sheet meet at less than a micrometre'
        rescue Geometry::ZeroVector
          raise Refused, 'a face of the sheet has no area in the flat; its edges are too short to be laid out'
        end

        private

        # A facet in its new place: in triangles where it is no longer plane.
        def moved(facet)
          plane = Facet.newell(@pool, facet.loops[0])
          flat = facet.loops.flatten.all? { |i| (dot(plane, i) - plane[3]).abs < FLAT }
          return [[facet.loops, facet.face, plane]] if flat

          triangles(facet.loops, plane).map { |ids| [[ids], facet.face, Facet.newell(@pool, ids)] }
        end

        Facet = Solids::Facet

        def dot(plane, i) = (plane[0] * @pool.xs[i]) + (plane[1] * @pool.ys[i]) + (plane[2] * @pool.zs[i])

        def triangles(loops, plane)
          us, vs = Geometry::Overlay.axes(@pool, *plane.first(3))
          Solids::Triangulator.new(us, vs, loops).triangles.reject { |t| t.uniq.size < 3 || thin?(t) }
        end

        def thin?(ids)
          a, b, c = ids.map { |i| @pool.point(i) }
          Geometry::Vec.length(Geometry::Vec.cross(Geometry::Vec.sub(b, a), Geometry::Vec.sub(c, a))) < 1e-14
        end

        # [Solids::Facet] with faces whose surfaces are those of the new place.
        def with_faces(made)
          made.group_by { |_, face, _| face.name }.values.flat_map do |list|
            face = new_face(list)
            list.map { |loops, _, plane| Facet.over(@pool, loops, face, plane) }
          end
        end

        def new_face(list)
          face = list[0][1]
          Solids::Face.new(face.name, surface(face, list), face.aliases)
        end

        def surface(face, list)
          first = list[0][2]
          if list.all? { |_, _, p| p.zip(first).all? { |a, b| (a - b).abs < 1e-6 } }
            return Geometry::Surface.plane(@pool.point(list[0][0][0][0]), first.first(3))
          end
          return face.surface.mapped(*@rigid[face.name]) if @rigid[face.name]

          free(list)
        end

        # Of what is bent: the normals of its facets, averaged where they meet.
        def free(list)
          sums = Hash.new { |h, k| h[k] = [0.0, 0.0, 0.0] }
          list.each do |loops, _, plane|
            loops.flatten.each { |i| sums[i] = Geometry::Vec.add(sums[i], plane.first(3)) }
          end
          pairs = sums.map { |i, n| [@pool.point(i), Geometry::Vec.unit(n), nil] }
          Geometry::Surface.free(:bspline, pairs[0][0], pairs[0][1], Geometry::NormalField.new(pairs))
        end

        def merged(pool, facets)
          facets.group_by { |f| f.face.name }.values.flat_map { |list| Solids::Repair.merge_coplanar(pool, list) }
        end
      end
    end
  end
end
