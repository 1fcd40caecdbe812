# frozen_string_literal: true

module Nockplane
  module Solids
    # Where faces come so near to each other that no wall is left between them: tangent holes, bodies that touch along a
    # line, walls thinner than any that can be made.
    module ThinWalls
      # mm: a wall thinner than this counts as none.
      LEAST = 0.02
      # mm: shorter edges are not looked at; beside them anything is near.
      SHORT = 0.2

      module_function

      # [thickness mm, place [x, y, z]] of the thinnest such wall at the faces that the block picks (by name); nil for
      # none.
      def at(solid)
        picked = solid.faces.to_h { |face| [face.name, yield(face.name)] }
        own = solid.facets.map { |f| picked.fetch(f.face.name) }
        edges = edges_of(solid, own)
        return nil if edges.empty?

        touching = edges.find { |_, facets| facets.size > 2 }
        return [0.0, middle(solid, touching[0])] if touching

        grid = FacetGrid.new(solid.facets, within: room(solid, own))
        edges.filter_map { |key, facets| near(solid, grid, key, facets) }.min_by(&:first)
      end

      # Box of the own facets and what may be near them.
      def room(solid, own)
        boxes = solid.facets.each_index.select { |i| own[i] }.map { |i| solid.facets[i].box }
        low, high = boxes.transpose.each_slice(3).to_a
        low.map { |c| c.min - LEAST } + high.map { |c| c.max + LEAST }
      end

      # { a << 32 | b => facet indices } of the edges of own facets.
      def edges_of(solid, own)
        found = {}
        solid.facets.each_with_index do |f, i|
          f.each_edge { |a, b| found[a < b ? (a << 32) | b : (b << 32) | a] = [] } if own[i]
        end
        solid.facets.each_with_index do |f, i|
          f.each_edge { |a, b| found[a < b ? (a << 32) | b : (b << 32) | a]&.push(i) }
        end
        found
      end

      def middle(solid, key)
        [key >> 32, key & 0xffffffff].map { |i| solid.point(i) }.transpose.map { |p, q| (p + q) / 2 }
      end

      # (Hot: for every edge that a feature makes; most have nothing near.)
      def near(solid, grid, key, facets)
        a = key >> 32
        b = key & 0xffffffff
        xs, ys, zs = solid.xs, solid.ys, solid.zs
        dx, dy, dz = xs[b] - xs[a], ys[b] - ys[a], zs[b] - zs[a]
        return nil if (dx * dx) + (dy * dy) + (dz * dz) < SHORT * SHORT

        x, y, z = xs[a] + (dx / 2), ys[a] + (dy / 2), zs[a] + (dz / 2)
        found = nil
        grid.each_near([x - LEAST, y - LEAST, z - LEAST, x + LEAST, y + LEAST, z + LEAST]) do |i|
          next if facets.include?(i)

          d = apart(solid, solid.facets[i], [x, y, z], a, b) or next
          found = d if found.nil? || d < found
        end
        found && [found, [x, y, z]]
      end

      # Distance of a place from a facet that has not that edge, nil when it is no thin wall: facets that run into an
      # end of the edge are near it by nature.
      def apart(solid, facet, place, a, b)
        d = ((facet.nx * place[0]) + (facet.ny * place[1]) + (facet.nz * place[2]) - facet.d).abs
        return nil if d > LEAST || !over?(solid, facet, place)

        joined = d > 1e-6 && facet.loops.any? { |l| l.include?(a) || l.include?(b) }
        joined ? nil : d
      end

      # Does a place lie over a facet, seen along the axis nearest to its normal?
      def over?(solid, facet, place)
        k = 3.times.max_by { |i| facet.normal[i].abs }
        coordinates = [solid.xs, solid.ys, solid.zs]
        us, vs = coordinates.values_at((k + 1) % 3, (k + 2) % 3)
        facet
          .loops
          .count { |ids| Geometry::Polygon.around?(ids, us, vs, *place.values_at((k + 1) % 3, (k + 2) % 3)) }
          .odd?
      end
    end
  end
end
