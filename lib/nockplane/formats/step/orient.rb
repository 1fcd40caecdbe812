# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Which way the facets of a shell face: neighbours agree, and the whole encloses a positive (or for a void
      # negative) volume. Files are taken at their word where they are consistent.
      module Orient
        module_function

        # Chords that are not used as often one way as the other.
        def open_edges(facets)
          count = Hash.new(0)
          facets.each { |f| f.each_edge { |a, b| a < b ? count[(a << 32) | b] += 1 : count[(b << 32) | a] -= 1 } }
          count.count { |_, n| !n.zero? }
        end

        def call(facets, pool, outward:)
          facets = agreed(facets) unless open_edges(facets).zero?
          volume = facets.sum { |f| f.d * area(f, pool) }
          volume.negative? == outward ? facets.map(&:reversed) : facets
        end

        def area(facet, pool)
          facet.loops.sum do |ids|
            Geometry::Vec.dot(Geometry::Polygon.area_vector(ids.map { |i| pool.point(i) }), facet.normal)
          end
        end

        # Facets turned to agree with the first one of their group.
        def agreed(facets)
          uses = Hash.new { |h, k| h[k] = [] }
          facets.each_with_index do |f, i|
            f.each_edge { |a, b| uses[a < b ? (a << 32) | b : (b << 32) | a] << [i, a < b] }
          end
          flip = {}
          facets.each_index do |start|
            next if flip.key?(start)

            flip[start] = false
            queue = [start]
            while (i = queue.pop)
              facets[i].each_edge do |a, b|
                pair = uses[a < b ? (a << 32) | b : (b << 32) | a]
                next unless pair.size == 2

                (j, way), own = pair[0][0] == i ? [pair[1], pair[0][1]] : [pair[0], pair[1][1]]
                next if flip.key?(j)

                flip[j] = flip[i] ^ (way == own)
                queue << j
              end
            end
          end
          facets.each_with_index.map { |f, i| flip[i] ? f.reversed : f }
        end
      end
    end
  end
end
