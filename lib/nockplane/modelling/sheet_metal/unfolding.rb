# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The flat state of a Sheet: every wall and bend laid beside the one before it, faces under the names they have.
      class Unfolding
        attr_reader :sheet, :forms

        # Raises Refused.
        def initialize(sheet)
          @sheet = sheet
          @strips = Strips.new(sheet.solid, sheet)
          @forms = @strips.forms
        end

        # Solids::Solid
        def solid = @solid ||= Moving.new(@strips.facets, places, moves, square: @sheet.frame.z).solid

        private

        # Where every vertex lies: as a wall has it where one meets there.
        def places
          owners = Array.new(@strips.pool.size) { [] }
          @strips.facets.each_with_index do |f, i|
            node = @strips.nodes[i]
            f.loops.each { |l| l.each { |v| owners[v] << node unless owners[v].include?(node) } }
          end
          owners.each_with_index.map { |nodes, v| nodes.empty? ? [0.0, 0.0, 0.0] : place(v, nodes) }
        end

        def place(vertex, nodes)
          point = @strips.pool.point(vertex)
          nodes = nodes.sort_by { |n| [n.bend? ? 1 : 0, n.index] }
          found = nodes.map { |n| n.place.flat(point) }
          check(found, nodes)
          level(vertex, found[0])
        end

        def check(found, nodes)
          off = found.index { |p| Geometry::Vec.distance(p, found[0]) > Moving::NEAR } or return
          names = [nodes[0], nodes[off]].map { |n| @sheet.skins.name(n.regions[0]) }
          raise Refused, "#{names.join(' and ')} touch without a bend between them; leave a gap there"
        end

        # Onto the side it belongs to, whatever chords and files have left of it.
        def level(vertex, point)
          out =
            if @strips.front[vertex]
              0.0
            elsif @strips.back[vertex]
              -@sheet.thickness
            else
              return point
            end
          u, v, = @sheet.frame.local(point)
          @sheet.frame.point(u, v, out)
        end

        # What moves the facets of walls.
        def moves
          @strips.nodes.map { |n| n.bend? ? nil : (@maps ||= {})[n.index] ||= n.place.down }
        end
      end
    end
  end
end
