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
        own = solid.facets.map { |f| yield(f.face.name) }
        edges = edges_of(solid, own)
        touching = edges.find { |_, facets| facets.size > 2 }
        return [0.0, middle(solid, touching[0])] if touching

        grid = FacetGrid.new(solid.facets)
        edges.filter_map { |key, facets| near(solid, grid, key, facets) }.min_by(&:first)
      end

      # { a << 32 | b => facet indices } of the edges of own facets.
      def edges_of(solid, own)
        found = Hash.new { |h, k| h[k] = [] }
        solid.facets.each_with_index { |f, i| f.each_edge { |a, b| found[a < b ? (a << 32) | b : (b << 32) | a] << i } }
        found.select { |_, facets| facets.any? { |i| own[i] } }
      end

      def ends(key) = [key >> 32, key & 0xffffffff]
      def middle(solid, key) = ends(key).map { |i| solid.point(i) }.transpose.map { |p, q| (p + q) / 2 }

      def near(solid, grid, key, facets)
        a, b = ends(key)
        return nil if Geometry::Vec.distance(solid.point(a), solid.point(b)) < SHORT

        m = middle(solid, key)
        found = nil
        grid.each_near(m.map { |c| c - LEAST } + m.map { |c| c + LEAST }) do |i|
          next if facets.include?(i)

          d = apart(solid, solid.facets[i], m, a, b) or next
          found = d if found.nil? || d < found
        end
        found && [found, m]
      end

      # Distance of a place from a facet that has not that edge, nil when it is no thin wall: facets that run into an
      # end of the edge are near it by nature.
      def apart(solid, facet, place, a, b)
        box = facet.box
        return nil if 3.times.any? { |k| place[k] < box[k] - LEAST || place[k] > box[k + 3] + LEAST }

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
