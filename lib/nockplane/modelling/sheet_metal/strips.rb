# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The facets of a sheet, each with the wall or bend it belongs to: those of the two sides as they are; those
      # between (edges, holes, forms) cut at the tangent lines, and in bends at every angle where one of them has a
      # corner.
      class Strips
        Facet = Solids::Facet

        # pool: Solids::VertexPool of all vertices; facets and nodes: side by side; forms: names of faces that leave the
        # sheet; front, back: { vertex => true } of the two sides.
        attr_reader :pool, :facets, :nodes, :forms, :front, :back

        # Raises Refused.
        def initialize(solid, sheet)
          @solid = solid
          @sheet = sheet
          @pool = Solids::VertexPool.new(solid.xs, solid.ys, solid.zs)
          @forms = []
          sort
          Solids::Components.of(@between) { true }.each { |ids| take(ids.map { |i| @between[i] }) }
          @facets, = Solids::Repair.split_t_junctions(@pool, @facets)
          rejoin
          give_walls
          index_sides
        end

        private

        def sort
          @facets = []
          @nodes = []
          @side = []
          @origin = []
          @between = []
          @beside = Hash.new { |h, k| h[k] = [] }
          regions = @sheet.node_of
          @solid.facets.each do |f|
            region = @sheet.skins.region_of(f)
            node = regions[region]
            next @between << f unless node

            keep(f, node, @sheet.front?(region) ? :front : :back)
            f.each_edge { |a, b| @beside[key(a, b)] << [node, region] }
          end
        end

        # origin: [the facet it is a piece of, number of the strip of the bend], nil of a whole one.
        def keep(facet, node, side = nil, origin = nil)
          @facets << facet
          @nodes << node
          @side << side
          @origin << origin
        end

        def key(a, b) = a < b ? (a << 32) | b : (b << 32) | a

        # Facets that hang together between the sides.
        def take(facets)
          met = facets.flat_map { |f| edges(f).flat_map { |a, b| @beside.fetch(key(a, b), []) } }.uniq
          nodes = met.map(&:first).uniq(&:index)
          raise Refused, "#{facets[0].face.name} has no part in the sheet; a hollow or a loose body" if nodes.empty?

          if nodes.size == 1 && !nodes[0].bend?
            check_form(facets, nodes[0], met.map(&:last).uniq)
            return facets.each { |f| keep(f, nodes[0]) }
          end
          spread(facets, nodes)
        end

        def edges(facet)
          found = []
          facet.each_edge { |a, b| found << [a, b] }
          found
        end

        # What leaves the sheet must be a form pressed into it: it opens on both sides, within a wall.
        def check_form(facets, node, regions)
          off = facets.flat_map { |f| f.loops.flatten }.uniq.find { |v| leaves?(node, v) } or return
          face = facets.find { |f| f.loops.any? { |l| l.include?(off) } }.face.name
          both = regions.map { |r| @sheet.front?(r) ? true : false }.uniq.size == 2
          if !both || at_outline?(facets, regions)
            raise Refused,
                  "#{face} stands up from #{@sheet.skins.name(node.regions[0])} without a bend; only walls joined by " \
                    'cylindrical bends come down flat'
          end

          @forms << face
        end

        def leaves?(node, vertex)
          out = node.place.home.local(@solid.point(vertex))[2]
          slack = @sheet.thickness * 0.02
          out > slack || out < -@sheet.thickness - slack
        end

        # Do the facets run along the outline of a wall?
        def at_outline?(facets, regions)
          theirs = facets.flat_map { |f| edges(f).map { |a, b| key(a, b) } }.to_h { |k| [k, true] }
          regions.any? do |r|
            outline = @sheet.skins.outline(r)
            outline.each_cons(2).any? { |a, b| theirs[key(a, b)] }
          end
        end

        # Cut where walls and bends meet, and given to them.
        def spread(facets, nodes)
          pieces = facets.flat_map { |f| Solids::Triangulator.convex_pieces(@solid, f).map { |ids| [ids, f] } }
          bends = nodes.select(&:bend?).map { |n| Sector.new(@sheet, n, @pool) }
          bends.each { |b| pieces = cut(pieces, b, b.ends) }
          pieces
            .group_by { |ids, _| bends.find { |b| b.holds?(ids) } }
            .each do |bend, list|
              next list.each { |ids, f| keep(f.trimmed(@pool, [ids]), nil) } unless bend

              # (What stands square to the bend stays plane: it needs no more corners.)
              level, curved = list.partition { |_, f| bend.square?(f) }
              planes = bend.planes(bend.angles(curved.flat_map(&:first)))
              (level + cut(curved, bend, planes)).each do |ids, f|
                keep(f.trimmed(@pool, [ids]), bend.node, nil, [f, bend.square?(f) ? 0 : bend.strip(ids)])
              end
            end
        end

        def cut(pieces, sector, planes)
          cutting = Cutting.new(@pool)
          planes.reduce(pieces) do |list, (point, normal)|
            list.flat_map do |ids, f|
              sector.near?(ids) ? cutting.call(ids, point, normal).map { |part| [part, f] } : [[ids, f]]
            end
          end
        end

        # Pieces of one facet between the same two angles are one again: corners within it have no place in the flat.
        def rejoin
          groups =
            @facets.each_index.group_by { |i| @origin[i] ? [@origin[i][0].object_id, @origin[i][1], @nodes[i]] : i }
          kept =
            groups.values.flat_map do |ids|
              first = ids[0]
              list = ids.size == 1 ? [@facets[first]] : Moving.outlined(@pool, ids.map { |i| @facets[i] })
              list.map { |f| [f, @nodes[first], @side[first]] }
            end
          @facets, @nodes, @side = kept.transpose
        end

        # Those in no bend belong to the wall they touch.
        def give_walls
          beside = Hash.new { |h, k| h[k] = [] }
          @facets.each_with_index do |f, i|
            f.each_edge { |a, b| beside[key(a, b)] << @nodes[i] } if @side[i] && !@nodes[i].bend?
          end
          rest = @facets.each_index.reject { |i| @nodes[i] }
          Solids::Components
            .of(rest.map { |i| @facets[i] }) { true }
            .each do |ids|
              group = ids.map { |k| rest[k] }
              facets = group.map { |i| @facets[i] }
              walls = facets.flat_map { |f| edges(f).flat_map { |a, b| beside.fetch(key(a, b), []) } }.uniq(&:index)
              raise Refused, lost(facets, walls) unless walls.size == 1

              check_reach(facets, walls[0])
              group.each { |i| @nodes[i] = walls[0] }
            end
        end

        def lost(group, walls)
          name = group[0].face.name
          return "#{name} belongs to no wall and to no bend" if walls.empty?

          names = walls.map { |n| @sheet.skins.name(n.regions[0]) }
          "#{names.first(2).join(' and ')} touch at #{name} without a bend; leave a gap between them"
        end

        def check_reach(group, node)
          off = group.find { |f| f.loops[0].any? { |v| far?(node, v) } } or return
          raise Refused,
                "#{off.face.name} stands up from #{@sheet.skins.name(node.regions[0])} without a bend; only walls " \
                  'joined by cylindrical bends come down flat'
        end

        def far?(node, vertex)
          out = node.place.home.local(@pool.point(vertex))[2]
          slack = @sheet.thickness * 0.02
          out > slack || out < -@sheet.thickness - slack
        end

        def index_sides
          @front = {}
          @back = {}
          @facets.each_with_index do |f, i|
            into = { front: @front, back: @back }[@side[i]] or next
            f.loops.each { |l| l.each { |v| into[v] = true } }
          end
        end
      end
    end
  end
end
