# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The two large sides of a sheet, recognised on any solid: plane and cylinder faces that join smoothly, everywhere
      # one thickness apart. Faces are regions of Solids::Topology, by their numbers.
      class Skins
        # mm within which places agree: as files round.
        NEAR = 1e-3
        # mm that thicknesses are told apart by.
        FINE = 1e-6
        # Largest plane faces that are asked how thick the part is.
        ASKED = 40

        # thickness: mm; sides: two lists of regions, the one with the largest wall first.
        attr_reader :topology, :thickness, :sides

        # start: name of a plane face that the first side is to hold, nil for the largest. Raises Refused.
        def initialize(solid, start: nil)
          @solid = solid
          @topology = Solids::Topology.new(solid)
          @opposite = {}
          index
          first, second = thinnest(start)
          @sides = [grown(first), grown(second)]
          check
        end

        # A region's Surface; does it lie outside the sheet's material about its axis (of a cylinder)?
        def surface(region) = @topology.regions[region].face.surface
        def convex?(region) = @solid.along?(facet(region))
        def name(region) = @topology.regions[region].face.name

        # Regions that a region joins smoothly: [[region, Topology::Edge], ...].
        def smooth(region) = @smooth[region]

        # The region of the other side behind a plane one, and how far: [mm, region]; nils where nothing is behind it.
        # (Asked at several points: behind some a countersink may lie.)
        def opposite(region)
          @opposite[region] ||= met(region).group_by(&:last).max_by { |_, all| all.sum(&:first) }&.first || [nil, nil]
        end

        # Corners of a region's facets, mm.
        def corners(region)
          ids = @topology.regions[region].facets.flat_map { |i| @solid.facets[i].loops.flatten }
          ids.uniq.map { |v| @solid.point(v) }
        end

        # Vertices round the longest loop of a region, the first again at the end.
        def outline(region)
          loops = @topology.regions[region].loops.map { |loop| chain(loop) }
          loops.max_by do |ids|
            ids.each_cons(2).sum { |a, b| Geometry::Vec.distance(@solid.point(a), @solid.point(b)) }
          end
        end

        def facet(region) = @solid.facets[@topology.regions[region].facets[0]]
        def region_of(facet) = @region_of[facet]

        private

        def chain(loop)
          ids = loop.flat_map { |i, along| @topology.edges[i].vertices.then { |v| along ? v : v.reverse } }
          ids.chunk_while { |a, b| a == b }.map(&:first)
        end

        # Points of a face that are asked what is behind them.
        POINTS = 5

        # [[mm2 that a point stands for, [mm, region]], ...]
        def met(region)
          facets = @topology.regions[region].facets.map { |i| @solid.facets[i] }
          inwards = Geometry::Vec.neg(facets[0].normal)
          Solids::Ray
            .middles(@solid, facets, POINTS)
            .filter_map do |size, p|
              mm, f = Solids::Ray.exit(@solid, p, inwards)
              [size, [(mm / FINE).round * FINE, @region_of[f]]] if mm
            end
        end

        def index
          @region_of = {}.compare_by_identity
          @topology.regions.each_with_index { |r, k| r.facets.each { |i| @region_of[@solid.facets[i]] = k } }
          at = {}
          @solid.facets.each { |f| f.each_edge { |a, b| at[(a << 32) | b] = f } }
          @smooth = Hash.new { |h, k| h[k] = [] }
          @topology.edges.each do |edge|
            a, b = edge.vertices
            f, g = at[(a << 32) | b], at[(b << 32) | a]
            next unless f && g

            one, other = @region_of[f], @region_of[g]
            next unless tangent?(one, other) && smooth_at?(f, g, a, b)

            @smooth[one] << [other, edge]
            @smooth[other] << [one, edge]
          end
        end

        # Cosine of an angle of a few degrees: an imported mesh is that coarse along a tangent line.
        ABOUT = 0.99

        def smooth_at?(f, g, a, b)
          [a, b].all? { |v| Geometry::Vec.dot(@solid.outward(f, v), @solid.outward(g, v)) > ABOUT }
        end

        # Do two surfaces touch along a line? (By themselves: the meshes of files have their corners beside it.)
        def tangent?(one, other)
          s, t = [one, other].map { |r| surface(r) }.sort_by { |x| x.plane? ? 0 : 1 }
          return Geometry::Vec.parallel?(s.axis, t.axis, 1e-4) if s.plane? && t.plane?
          return false unless [s, t].all? { |x| x.plane? || x.kind == :cylinder }
          return touching?(s, t) if s.plane?

          off = Geometry::Vec.sub(t.origin, s.origin)
          apart = Geometry::Vec.length(Geometry::Vec.along(off, s.axis, -Geometry::Vec.dot(off, s.axis)))
          Geometry::Vec.parallel?(s.axis, t.axis, 1e-4) &&
            [s.radius + t.radius, (s.radius - t.radius).abs].any? { |r| (apart - r).abs < NEAR }
        end

        def touching?(plane, cylinder)
          Geometry::Vec.dot(plane.axis, cylinder.axis).abs < 1e-4 &&
            (plane.distance(cylinder.origin).abs - cylinder.radius).abs < NEAR
        end

        def area(facet) = Solids::Mass.facet_area(@solid, facet)
        def area_of(region) = @topology.regions[region].facets.sum { |i| area(@solid.facets[i]) }

        # The two faces that lie nearest to each other over the largest area.
        def thinnest(start)
          planes = @topology.regions.each_index.select { |r| surface(r).plane? }.sort_by { |r| -area_of(r) }
          votes = Hash.new { |h, k| h[k] = [] }
          planes
            .first(ASKED)
            .each do |r|
              mm, behind = opposite(r)
              votes[(mm / NEAR).round] << r if behind && facing?(r, behind)
            end
          refuse('no two plane faces lie opposite each other, so there is no sheet') if votes.empty?

          _, list = votes.max_by { |_, rs| rs.sum { |r| area_of(r) } }
          first = chosen(start) || list[0]
          @thickness = opposite(list[0])[0]
          [first, opposite(first)[1]]
        end

        def chosen(start)
          start &&
            @topology.regions.each_index.find { |r| @topology.regions[r].face.named?(start) && surface(r).plane? }
        end

        # Are two plane faces antiparallel?
        def facing?(a, b)
          surface(b).plane? && Geometry::Vec.dot(facet(a).normal, facet(b).normal) < -1 + 1e-6
        end

        # The face and all that continue it smoothly with the sheet's thickness behind them.
        def grown(region)
          found = { region => true }
          queue = [region]
          while (r = queue.shift)
            smooth(r).each do |other, _|
              next if found[other] || !sheet?(other)

              found[other] = true
              queue << other
            end
          end
          found.keys
        end

        def sheet?(region)
          return true if surface(region).plane?
          return false unless surface(region).kind == :cylinder

          convex = convex?(region)
          radius = surface(region).radius + (convex ? -@thickness : @thickness)
          cylinders.any? { |c| coaxial?(c, region) && (surface(c).radius - radius).abs < NEAR && convex?(c) != convex }
        end

        def cylinders
          @cylinders ||= @topology.regions.each_index.select { |r| surface(r).kind == :cylinder }
        end

        def coaxial?(a, b)
          s, t = surface(a), surface(b)
          return false unless Geometry::Vec.parallel?(s.axis, t.axis, 1e-5)

          off = Geometry::Vec.cross(Geometry::Vec.sub(t.origin, s.origin), s.axis)
          Geometry::Vec.length(off) < NEAR
        end

        def check
          both = @sides[0] & @sides[1]
          refuse("the sheet's two sides run into each other at #{name(both[0])}") if both.any?
          @sides.flatten.each do |r|
            next unless surface(r).plane?

            mm, = opposite(r)
            next if mm && (mm - @thickness).abs < NEAR * 10

            refuse(
              "the part has not one thickness: #{Fault.mm(@thickness.round(3))} mm over most of it, but " \
                "#{mm ? "#{Fault.mm(mm.round(3))} mm" : 'nothing'} behind #{name(r)}"
            )
          end
        end

        def refuse(reason) = raise(Refused, reason)
      end
    end
  end
end
