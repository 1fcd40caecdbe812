# frozen_string_literal: true

module Nockplane
  module Solids
    # The boundary representation that a solid's facets stand for: regions (connected facets of one face), their loops,
    # and the edges that two regions share, each a chain of vertices between corners.
    class Topology
      # faces: a Face; facets: indices; loops: [[[edge index, along?], ...], ...]
      Region = Struct.new(:face, :facets, :loops)
      # vertices: ids from corner to corner (the first again at the end of a closed one); regions: the two (indices).
      Edge = Struct.new(:vertices, :regions) do
        def closed? = vertices[0] == vertices[-1]
      end

      attr_reader :regions, :edges

      # whole: may this face stand as one region? Facets of others stand alone. split: vertices where edges end whatever
      # meets there.
      def initialize(solid, whole: ->(_face) { true }, split: [])
        @solid = solid
        groups =
          Components.of(solid.facets) do |a, b|
            (a.face.equal?(b.face) || a.face.name == b.face.name) && whole.call(a.face)
          end
        @region_of = []
        groups.each_with_index { |ids, k| ids.each { |i| @region_of[i] = k } }
        @edges = []
        @known = {}
        @planes = groups.map { |ids| solid.facets[ids[0]].face.surface.plane? }
        borders = borders(groups.size)
        corners(borders)
        split.each { |v| @corner[v] = true }
        @regions =
          groups.each_with_index.map { |ids, k| Region.new(solid.facets[ids[0]].face, ids, loops(borders[k], k)) }
      end

      private

      # Directed segments of every region that are not inside it, with the region on the other side: [{ [a, b] => other
      # }, ...].
      def borders(count)
        uses = Hash.new { |h, k| h[k] = [] }
        @solid.facets.each_with_index { |f, i| f.each_edge { |a, b| uses[(a << 32) | b] << @region_of[i] } }
        found = Array.new(count) { {} }
        uses.each do |key, regions|
          a, b = key >> 32, key & 0xffffffff
          back = uses.key?((b << 32) | a) ? uses[(b << 32) | a] : []
          regions.each_with_index do |r, i|
            other = back.count(r) == regions.count(r) ? r : (back[i] || back[0] || r)
            found[r][[a, b]] = other unless other == r
          end
        end
        found
      end

      # Vertices where edges end: those that more than two border segments meet in, or two of different neighbours, or
      # two that turn between two faces in one plane (whose border follows from neither).
      def corners(borders)
        around = Hash.new { |h, k| h[k] = {} }
        borders.each_with_index do |list, r|
          list.each { |(a, b), other| [[a, b], [b, a]].each { |v, w| around[v][w] = [r, other].minmax } }
        end
        @corner = around.to_h { |v, list| [v, list.size != 2 || list.values.uniq.size > 1 || turn?(v, list)] }
      end

      # Sine of an angle that a border of two plane faces turns by.
      TURN = 1e-5

      def turn?(vertex, list)
        return false unless list.values[0].all? { |r| @planes[r] }

        before, after = list.keys.map { |w| Geometry::Vec.sub(@solid.point(w), @solid.point(vertex)) }
        size = Geometry::Vec.length(before) * Geometry::Vec.length(after)
        Geometry::Vec.length(Geometry::Vec.cross(before, after)) > TURN * size
      end

      def loops(border, region)
        nexts = border.keys.group_by(&:first)
        left = border.dup
        found = []
        while (start = left.keys.find { |a, _| @corner[a] } || left.keys.first)
          found << walk(start, left, nexts, border, region)
        end
        found
      end

      # One closed loop as edges.
      def walk(start, left, nexts, border, region)
        chain = [start[0]]
        list = []
        segment = start
        loop do
          other = left.delete(segment)
          chain << segment[1]
          following = (nexts[segment[1]] || []).find { |s| left.key?(s) }
          if @corner[segment[1]] || following.nil? || border[following] != other
            list << edge(chain, region, other)
            chain = [segment[1]]
          end
          break if following.nil? || segment[1] == start[0]

          segment = following
        end
        list
      end

      # [index, along?] of the edge with these vertices.
      def edge(chain, region, other)
        closed = chain[0] == chain[-1]
        key = closed ? [:ring, *chain.drop(1).sort] : chain
        return [@known[key], true] if @known.key?(key) && !closed

        back = closed ? key : chain.reverse
        if (i = @known[back])
          return [i, closed ? same_way?(@edges[i].vertices, chain) : false]
        end

        @edges << Edge.new(chain, [region, other])
        @known[key] = @edges.size - 1
        [@edges.size - 1, true]
      end

      def same_way?(ring, chain)
        i = ring.index(chain[0])
        ring[(i + 1) % (ring.size - 1)] == chain[1]
      end
    end
  end
end
