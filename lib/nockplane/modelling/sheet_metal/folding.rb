# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # A flat sheet, cut since it was unfolded, bent up again: the way back of Unfolding, by the places of the same
      # Sheet.
      class Folding
        # mm of slack about the zone of a bend.
        NEAR = 1e-4

        # solid: the flat one; sheet: the Sheet it was unfolded from; refine: as in Solids::Discretise.
        def initialize(solid, sheet, refine: 1)
          @given = solid
          @sheet = sheet
          @refine = refine
          @pool = Solids::VertexPool.new(solid.xs, solid.ys, solid.zs)
        end

        # Solids::Solid. Raises Refused.
        def solid
          pieces = @given.facets.flat_map { |f| Solids::Triangulator.convex_pieces(@given, f).map { |ids| [ids, f] } }
          bends = @sheet.bends.map { |n| Zone.new(@sheet, n, @pool) }
          bends.each { |zone| pieces = cut(pieces, zone) }
          owners = pieces.map { |ids, _| bends.find { |z| z.holds?(ids) }&.node }
          @facets = pieces.map { |ids, f| f.trimmed(@pool, [ids]) }
          @nodes = owners
          give_walls
          name_again
          @facets, = Solids::Repair.split_t_junctions(@pool, @facets)
          Moving.new(@facets, places, moves, surfaces: surfaces).solid
        end

        # The node that a point of the flat belongs to.
        def self.node_at(sheet, point)
          pool = Solids::VertexPool.new
          bend = sheet.bends.find { |n| Zone.new(sheet, n, pool).over?(point) }
          bend || nearest_wall(sheet, point)
        end

        # The wall that a point lies on, else the one nearest to it.
        def self.nearest_wall(sheet, point)
          walls = sheet.nodes.reject(&:bend?)
          walls.find { |n| sheet.covers?(n, n.place.folded(point)) } ||
            walls.min_by { |n| distance(sheet.frame, boxes(sheet, n), point) }
        end

        # mm of a point from the nearest of some boxes [x0, y0, x1, y1] in the frame of the flat.
        def self.distance(frame, boxes, point)
          x, y, = frame.local(point)
          boxes.map { |b| Math.hypot([b[0] - x, x - b[2], 0.0].max, [b[1] - y, y - b[3], 0.0].max) }.min
        end

        # Where the regions of a wall lie in the flat.
        def self.boxes(sheet, node)
          node.regions.map do |r|
            xs, ys = sheet.skins.corners(r).map { |p| sheet.frame.local(node.place.flat(p)) }.transpose
            [xs.min, ys.min, xs.max, ys.max]
          end
        end

        private

        def cut(pieces, zone)
          cutting = Cutting.new(@pool)
          planes = zone.planes(@refine)
          pieces.flat_map do |ids, f|
            from, to = zone.reach(ids)
            next [[ids, f]] unless from

            (from..to)
              .reduce([ids]) { |list, k| list.flat_map { |part| cutting.call(part, *planes[k]) } }
              .map { |part| [part, f] }
          end
        end

        # Pieces in no bend: groups that hang together are one wall's, the one that they lie on.
        def give_walls
          rest = @facets.each_index.reject { |i| @nodes[i] }
          Solids::Components
            .of(rest.map { |i| @facets[i] }) { true }
            .each do |ids|
              group = ids.map { |k| rest[k] }
              wall = wall_of(group.map { |i| @facets[i] })
              group.each { |i| @nodes[i] = wall }
            end
        end

        # (Asked at a point well inside the largest of its facets along the sheet.)
        def wall_of(facets)
          level = facets.select { |f| Geometry::Vec.dot(f.normal, @sheet.frame.z).abs > 1 - 1e-9 }
          level = facets if level.empty?
          solid = Points.new(@pool)
          point = level.map { |f| Solids::Ray.middles(solid, [f], 1)[0] }.max_by(&:first)[1]
          Folding.nearest_wall(@sheet, point)
        end

        # What Ray asks of a solid, of the pool.
        Points =
          Struct.new(:pool) do
            def point(id) = pool.point(id)
            def xs = pool.xs
            def ys = pool.ys
            def zs = pool.zs
          end

        # Faces that cuts in the flat made one are again those they were: of a facet that of its names whose surface is
        # where it has come to stand.
        def name_again
          known = @sheet.solid.faces.to_h { |f| [f.name, f] }
          @facets =
            @facets.each_with_index.map do |f, i|
              names = f.face.names
              faces = names.filter_map { |n| known[n] }
              next f if names.size == 1 || faces.empty?

              own = side_names(f, @nodes[i])
              fitting = own ? faces.select { |face| own.include?(face.name) } : faces
              fitting = faces if fitting.empty?
              f.with_face(fitting.size == 1 ? fitting[0] : nearest(fitting, f, i))
            end
        end

        # Names that a facet along the sheet can have in a wall or bend; nil of one across it.
        def side_names(facet, node)
          way = Geometry::Vec.dot(facet.normal, @sheet.frame.z)
          return nil unless way.abs > 1 - 1e-9

          @side_names ||=
            Hash
              .new { |h, k| h[k] = [] }
              .tap do |all|
                @sheet.node_of.each { |r, n| all[[n.index, @sheet.front?(r) ? true : false]] << @sheet.skins.name(r) }
              end
          @side_names[[node.index, way.positive?]]
        end

        def nearest(faces, facet, index)
          points = facet.loops[0].map { |v| @nodes[index].place.folded(@pool.point(v)) }
          faces.min_by do |face|
            off = points.map { |p| face.surface.distance(p).abs }.max
            [(off / FINE).round, apart(face, points)]
          end
        end

        # mm by which surfaces are told apart, chords allowed for.
        FINE = 0.05

        # mm between points and the box of a face.
        def apart(face, points)
          box = (@boxes ||= {})[face.name] ||= box_of(face.name)
          middle = points.transpose.map { |c| c.sum / points.size }
          3.times.sum { |k| [box[k] - middle[k], middle[k] - box[k + 3], 0.0].max }.round(4)
        end

        def box_of(name)
          boxes = @sheet.solid.facets_of(name).map(&:box)
          3.times.map { |k| boxes.map { |b| b[k] }.min } + 3.times.map { |k| boxes.map { |b| b[k + 3] }.max }
        end

        def places
          owners = Array.new(@pool.size)
          @facets.each_with_index do |f, i|
            f.loops.each { |l| l.each { |v| owners[v] = @nodes[i] if owners[v].nil? || owners[v].bend? } }
          end
          owners.each_with_index.map { |n, v| n ? n.place.folded(@pool.point(v)) : [0.0, 0.0, 0.0] }
        end

        def moves
          @nodes.map { |n| n.bend? ? nil : (@maps ||= {})[n.index] ||= n.place.up }
        end

        # { face name => Surface } of the bends, as they were.
        def surfaces
          @sheet.node_of.select { |_, n| n.bend? }.to_h { |r, _| [@sheet.skins.name(r), @sheet.skins.surface(r)] }
        end

        # Where a bend lies in the flat.
        class Zone
          attr_reader :node

          def initialize(sheet, node, pool)
            @node = node
            @bend = node.place
            @pool = pool
            @along = node.regions.flat_map { |r| sheet.skins.corners(r) }.map { |p| @bend.rolled(p)[1] }.minmax
          end

          # [[point, normal], ...] of its ends and of every chord.
          def planes(refine)
            @chords = Solids::Discretise.steps(@bend.angle, @bend.inside_radius + @bend.thickness, refine)
            (0..@chords).map { |i| [@bend.lying.point(@bend.allowance * i / @chords, 0.0), @bend.lying.x] }
          end

          # Numbers of the first and last of its planes that a polygon may meet; nil of one beside it.
          def reach(ids)
            us, vs = ids.map { |i| @bend.lying.local(@pool.point(i)) }.transpose
            low, high = us.minmax
            return nil if low > @bend.allowance + NEAR || high < -NEAR
            return nil if vs.min > @along[1] + NEAR || vs.max < @along[0] - NEAR

            per = @chords / @bend.allowance
            [((low - NEAR) * per).ceil.clamp(0, @chords), ((high + NEAR) * per).floor.clamp(0, @chords)]
          end

          def holds?(ids) = over?(ids.map { |i| @pool.point(i) }.transpose.map { |c| c.sum / ids.size })

          def over?(point)
            u, v, = @bend.lying.local(point)
            u.between?(0.0, @bend.allowance) && v.between?(@along[0] - NEAR, @along[1] + NEAR)
          end
        end
      end
    end
  end
end
