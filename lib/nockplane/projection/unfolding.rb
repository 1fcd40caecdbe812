# frozen_string_literal: true

module Nockplane
  module Projection
    # Vertices of chords are put where surfaces truly meet (Exact). Where two surfaces meet at a small angle that takes
    # them far along the curve, and one may come to stand behind its neighbours, so that a line drawn through them runs
    # to and fro. Such vertices are set between their neighbours again, on both surfaces.
    class Unfolding
      # Fewest vertices of a closed curve that is looked at: with fewer it may turn by a right angle between them.
      FEW = 12

      # exact: { vertex => place }, as of Exact.vertices; gives the same with such places mended.
      def self.call(solid, edges, exact) = exact.empty? ? exact : new(solid, edges, exact).call

      # Indices of the places [[x, y, z], ...] that stand in order along a curve; those for which the block is true
      # always do.
      def self.in_order(places)
        places.each_index.with_object([]) do |i, kept|
          while kept.size > 1 && !(block_given? && yield(kept[-1])) &&
                  back?(places[kept[-2]], places[kept[-1]], places[i])
            kept.pop
          end
          kept << i
        end
      end

      def self.back?(before, at, after)
        Geometry::Vec.dot(Geometry::Vec.sub(at, before), Geometry::Vec.sub(after, at)).negative?
      end
      private_class_method :back?

      def initialize(solid, edges, exact)
        @solid = solid
        @exact = exact
        @groups =
          edges
            .reject { |e| e.kind == :inner }
            .group_by { |e| [e.f, e.g].map { |i| solid.facets[i].face.object_id }.sort }
            .values
        @meets = Hash.new(0)
        @groups.each { |list| list.flat_map { |e| [e.a, e.b] }.uniq.each { |v| @meets[v] += 1 } }
      end

      def call
        @groups.each_with_object(@exact.dup) do |list, found|
          next unless list.any? { |e| @exact.key?(e.a) || @exact.key?(e.b) }

          surfaces = [list[0].f, list[0].g].map { |i| @solid.facets[i].face.surface }
          chains(list).each { |chain| mend(chain, surfaces, found) }
        end
      end

      private

      # [[vertex, ...], ...] along the edges of a group, from end to end; closed ones end where they begin.
      def chains(list)
        beside = Hash.new { |h, k| h[k] = [] }
        list.each { |e| beside[e.a] << e.b && beside[e.b] << e.a }
        left = list.to_h { |e| [[e.a, e.b].minmax, true] }
        starts = beside.keys.partition { |v| beside[v].size != 2 }.flatten
        starts.filter_map { |v| walk(v, beside, left) }
      end

      def walk(start, beside, left)
        chain = [start]
        while (following = beside[chain[-1]].find { |w| left.delete([chain[-1], w].minmax) })
          chain << following
          break if beside[following].size != 2 || following == start
        end
        chain if chain.size > 2
      end

      def place(vertex) = @exact[vertex] || @solid.point(vertex)

      def mend(chain, surfaces, found)
        return if chain[0] == chain[-1] && chain.size < FEW

        # (Vertices where other curves meet stay where they are.)
        kept = Unfolding.in_order(chain.map { |v| place(v) }) { |i| @meets[chain[i]] > 1 }
        return if kept.size == chain.size

        kept.each_cons(2) do |i, k|
          (i + 1...k).each do |j|
            found[chain[j]] = between(*[i, k].map { |n| place(chain[n]) }, (j - i).fdiv(k - i), surfaces).freeze
          end
        end
      end

      # Where two surfaces meet at a part of the way between two places of their curve, no farther off than half that
      # way.
      def between(from, to, part, surfaces)
        way = Geometry::Vec.sub(to, from)
        chord = Geometry::Vec.along(from, way, part)
        Geometry::Meeting.polish(chord, Solids::TruePlaces.distinct(surfaces), Geometry::Vec.length(way) / 2) || chord
      end
    end
  end
end
