# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # A solid read as a sheet: its walls and bends, joined at tangent lines, each with its place in the flat. The
      # largest wall (or the one named) stays where it is; all others come down beside it.
      class Sheet
        # mm within which a wall must come to lie where its neighbours put it.
        NEAR = 0.05

        # One wall or bend: place: Wall or Bend; regions: of the shown side, by number; links: [[node, Topology::Edge,
        # region], ...].
        Node = Struct.new(:index, :regions, :plane, :links, :place) { def bend? = !plane }

        # base: the wall that stays where it is.
        attr_reader :skins, :nodes, :rule, :solid, :base

        # rule: BendRule; shown: name of a plane face that is looked at in the flat; nil: the side towards which most
        # bends come up. Raises Refused.
        def initialize(solid, rule, shown: nil)
          @solid = solid
          @rule = rule
          @skins = Skins.new(solid, start: shown)
          @front, @back = @skins.sides
          @front, @back = @back, @front if shown.nil? && turned?
          join
          place
          reach_all
        end

        def thickness = @skins.thickness
        def bends = @nodes.select(&:bend?)
        # The frame of the flat: z towards who looks at it.
        def frame = base.place.lying

        # { region of either side => Node }
        def node_of
          @node_of ||=
            begin
              found = @front.to_h { |r| [r, node_at(r)] }
              @back.each { |r| found[r] = behind(r, found) }
              found
            end
        end

        # [[face, face of the other side], ...] by name: a wall's and a bend's two sides.
        def sides
          node_of
            .group_by { |_, node| node }
            .values
            .flat_map do |found|
              front, back = found.map(&:first).partition { |r| front?(r) }
              front.empty? ? [] : back.map { |r| [@skins.name(front[0]), @skins.name(r)] }
            end
            .uniq
        end

        def front?(region) = (@in_front ||= @front.to_h { |r| [r, true] })[region]

        # Does a wall's shown side cover a point (that stands)?
        def covers?(node, point)
          node.regions.any? do |r|
            @skins.topology.regions[r].facets.any? { |i| Solids::Ray.within?(@solid, @solid.facets[i], point) }
          end
        end

        private

        # Do more bends go away from the first side than come up to it? Of as many, the side that looks up, to the right
        # or back.
        def turned?
          up, down =
            @front
              .select { |r| @skins.surface(r).kind == :cylinder }
              .partition { |r| !@skins.convex?(r) }
              .map { |list| list.sum { |r| length(r) } }
          return down > up if (up - down).abs > NEAR

          normal = @skins.facet(@front[0]).normal
          normal.reverse.find { |c| c.abs > 1e-6 }.negative?
        end

        # mm of a bend along its axis.
        def length(region)
          axis = @skins.surface(region).axis
          vertices(region).map { |v| Geometry::Vec.dot(@solid.point(v), axis) }.minmax.then { |a, b| b - a }
        end

        def vertices(region)
          @skins.topology.regions[region].facets.flat_map { |i| @solid.facets[i].loops.flatten }.uniq
        end

        # Regions that continue each other become one node; tangent lines between nodes their links.
        def join
          parent = @front.to_h { |r| [r, r] }
          root = ->(r) { parent[r] == r ? r : (parent[r] = root[parent[r]]) }
          @front.each { |r| @skins.smooth(r).each { |o, _| parent[root[o]] = root[r] if parent[o] && same?(r, o) } }
          groups = @front.group_by(&root)
          @nodes = groups.values.each_with_index.map { |rs, i| Node.new(i, rs, @skins.surface(rs[0]).plane?, []) }
          @node_at = @nodes.flat_map { |n| n.regions.map { |r| [r, n] } }.to_h
          @nodes.each do |n|
            n.regions.each do |r|
              @skins.smooth(r).each { |o, edge| n.links << [@node_at[o], edge, r] if @node_at[o] && @node_at[o] != n }
            end
          end
        end

        def node_at(region) = @node_at[region]

        def same?(a, b)
          s, t = @skins.surface(a), @skins.surface(b)
          s.plane? && t.plane? ? true : s.kind == t.kind && s.coincident?(t, NEAR / 10)
        end

        # (Of the named face the wall it is on, else the largest one.)
        def place
          @base = @node_at[@front[0]]
          @base = @nodes.reject(&:bend?).max_by { |n| size(n) } unless @base.plane
          facet = @skins.facet(@base.regions[0])
          home = Geometry::Frame.facing(@solid.point(facet.loops[0][0]), facet.normal)
          @base.place = Wall.new(home, home)
          queue = [@base]
          while (node = queue.shift)
            node.links.each { |other, edge, region| queue << other if placed?(node, other, edge, region) }
          end
        end

        # Gives the node beyond a line its place; of one that has it, checks that it is the same.
        def placed?(node, other, edge, region)
          ends = edge.vertices.values_at(0, -1).map { |v| @solid.point(v) }
          ends.reverse! unless edge.regions[0] == region
          home, lying = line(node, ends, other)
          if other.place
            agree(node, other, ends)
            return false
          end

          other.place = other.bend? ? bend(other, home, lying) : Wall.new(home, lying)
          true
        end

        # Frames at a tangent line of a node, as it stands and as it lies.
        def line(node, (from, to), other)
          unless node.bend?
            axis = @skins.surface(other.regions[0]).axis
            along = Geometry::Vec.dot(axis, Geometry::Vec.sub(to, from)).positive? ? axis : Geometry::Vec.neg(axis)
            return node.place.edge(foot(node, other, from), Geometry::Vec.cross(along, node.place.home.z))
          end

          at = node.place.unwound(node.place.rolled(from)[0])
          forwards = at > node.place.angle / 2
          node.place.edge(from, forwards ? node.place.angle : 0.0, forwards)
        end

        # The point of a wall's plane where a bend touches it, beside a point of the mesh.
        def foot(node, bend, point)
          cylinder = @skins.surface(bend.regions[0])
          off = Geometry::Vec.dot(Geometry::Vec.sub(point, cylinder.origin), cylinder.axis)
          axis = Geometry::Vec.along(cylinder.origin, cylinder.axis, off)
          normal = node.place.home.z
          Geometry::Vec.along(axis, normal, @skins.convex?(bend.regions[0]) ? cylinder.radius : -cylinder.radius)
        end

        def bend(node, home, lying)
          region = node.regions[0]
          up = !@skins.convex?(region)
          radius = @skins.surface(region).radius
          turned = { radius: radius, up: up, thickness: thickness, angle: 1.0, allowance: 1.0 }
          trial = Bend.new(home, lying, **turned)
          angle = angle_of(node, trial)
          inside = trial.inside_radius.round(6)
          mm = @rule.allowance((angle * 180 / Math::PI).round(6), inside, thickness.round(6))
          Bend.new(home, lying, **turned, angle: angle, allowance: mm)
        end

        # Radians from where a bend begins to where it ends: at the line where it touches what follows; of one that ends
        # free by its farthest corner.
        def angle_of(node, trial)
          met = node.links.filter_map { |other, edge, _| touching(node, trial, other, edge) }.max
          return met if met && met > 0.01

          node.regions.flat_map { |r| vertices(r) }.map { |v| trial.unwound(trial.rolled(@solid.point(v))[0]) }.max
        end

        # The angle of the line between a bend and another node; of two that touch there at opposite sides the one near
        # the mesh.
        def touching(node, trial, other, edge)
          near = trial.unwound(trial.rolled(@solid.point(edge.vertices[0]))[0])
          found =
            if other.bend?
              own, its = [node, other].map { |n| @skins.surface(n.regions[0]) }
              between = Geometry::Vec.sub(its.origin, own.origin)
              [between, Geometry::Vec.neg(between)]
            else
              normal = @skins.facet(other.regions[0]).normal
              [trial.up? ? Geometry::Vec.neg(normal) : normal]
            end
          found.map { |radial| trial.unwound(trial.angle_towards(radial)) }.min_by { |a| (a - near).abs }
        end

        def agree(node, other, ends)
          return if ends.all? { |p| Geometry::Vec.distance(node.place.flat(p), other.place.flat(p)) < NEAR }

          name = @skins.name(other.regions[0])
          raise Refused, "the walls close on themselves at #{name}; cut a gap along one edge so that they come apart"
        end

        def size(node)
          node.regions.sum do |r|
            @skins.topology.regions[r].facets.sum { |i| Solids::Mass.facet_area(@solid, @solid.facets[i]) }
          end
        end

        # The node in front of a region of the back.
        def behind(region, found)
          if @skins.surface(region).plane?
            node = found[@skins.opposite(region)[1]]
            return node if node
          end
          point = Solids::Ray.middles(@solid, [@skins.facet(region)], 1)[0][1]
          node =
            @nodes.find { |n| @skins.surface(region).plane? == n.plane && under?(n, point) } ||
              @nodes.find { |n| @skins.surface(region).plane? == n.plane && under?(n, point, near: false) }
          node || raise(Refused, "#{@skins.name(region)} has nothing of the sheet's other side in front of it")
        end

        # Does a point lie one thickness behind a node? near: within its length, too.
        def under?(node, point, near: true)
          out, along =
            if node.bend?
              angle, v, w = node.place.rolled(point)
              return false unless node.place.unwound(angle).between?(-NEAR, node.place.angle + NEAR)

              [w, v]
            else
              _, v, w = node.place.home.local(point)
              [w, v]
            end
          return false unless (out + thickness).abs < thickness * 0.1

          !near || node.plane || along.between?(*reach(node))
        end

        # mm along a bend from end to end.
        def reach(node)
          (@reach ||= {})[node.index] ||= node
            .regions
            .flat_map { |r| vertices(r) }
            .map { |v| node.place.rolled(@solid.point(v))[1] }
            .minmax
            .then { |a, b| [a - NEAR, b + NEAR] }
        end

        def reach_all
          lost = @nodes.find { |n| n.place.nil? } or return
          raise Refused, "#{@skins.name(lost.regions[0])} hangs together with the rest by no bend"
        end
      end
    end
  end
end
