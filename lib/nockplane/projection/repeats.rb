# frozen_string_literal: true

module Nockplane
  module Projection
    # Parts placed many times over: what is drawn of one depends on nothing but the parts that its image meets, and on
    # where they lie about it. Those about which the same parts lie in the same way (the inner ones of a grid, the
    # stacks seen from above) are told once, with what lies about the one that stands for them all, and copied to the
    # places of the others.
    #
    # Places that lines of several parts share go to the one that comes first in the assembly (Carriers, Coincident,
    # Overlaid keep to the order); that order is part of what makes surroundings alike, so that both sides agree on it.
    # Four views of 484 instances in 7 s in place of 36 (bench/run.rb).
    class Repeats
      # By how much the lines of a part may lie outside the image of its vertices: mm, and part of its size.
      ROOM = 0.1
      BULGE = 0.01
      # Directions in the image along which it is looked whether parts are apart: the sides of a box, and those of a
      # block seen isometrically.
      WAYS = [0, 90, 30, 60, 120, 150].map { |d| [Math.cos(d * Math::PI / 180), Math.sin(d * Math::PI / 180)] }.freeze
      # Parts of a mm that places about a part are told apart by.
      GRAIN = 1e6
      # Most neighbours of a part on average; most facets, as a part of all, for which it pays.
      NEIGHBOURS = 100
      WORTH = 0.6

      # An occurrence in the view: what is shown (alike for one part turned one way), image and depth of its origin, and
      # how far its image reaches along the WAYS: [from, to, ...].
      Place = Struct.new(:shape, :x, :y, :depth, :reach)

      def initialize(solid, set, frame)
        @solid = solid
        @set = set
        @frame = frame
        @all = set.occurrences || []
      end

      # [Stroke] of the solid; the block gives those of a solid and its EdgeSet.
      def strokes
        near = (neighbours if @all.size > 1) or return yield(@solid, @set)
        @firsts = firsts(near)
        chosen = @firsts.uniq.flat_map { |i| [i, *near[i]] }.uniq.sort
        return yield(@solid, @set) if facets(chosen) > WORTH * @solid.facets.size

        copied(told(yield(part_of_solid(chosen), @set.of_occurrences(chosen))))
      end

      # [[first, mm, mm], ...] by occurrence: the one that stands for it, and how far it lies from that one across and
      # up; nil where there are no occurrences, or too many near each other.
      def copies
        near = (neighbours if @all.size > 1) or return nil
        firsts(near).each_with_index.map { |first, i| [first, *way(first, i)] }
      end

      private

      # mm across and up in the image from one occurrence to another.
      def way(from, to) = [places[to].x - places[from].x, places[to].y - places[from].y]

      def facets(chosen) = chosen.sum { |i| @all[i].facets.size }

      def places
        reaches = {}
        @places ||=
          @all.map do |o|
            shape = shape(o)
            x, y = @frame.image(o.transform.origin)
            reaches[shape] ||= reach(o, x, y)
            at = WAYS.flat_map { |u, v| [(u * x) + (v * y)] * 2 }
            Place.new(shape, x, y, @frame.depth(o.transform.origin), reaches[shape].zip(at).map(&:sum))
          end
      end

      # Number of a part turned in one way.
      def shape(occurrence)
        turned = [occurrence.transform.x, occurrence.transform.y, occurrence.transform.z].flatten
        key = [occurrence.part, *turned.map { |c| (c * 1e9).round }]
        (@shapes ||= {})[key] ||= @shapes.size
      end

      # How far an occurrence reaches along the WAYS from the image of its origin, with room for what bulges.
      def reach(occurrence, x, y)
        points = occurrence.vertices.map { |v| @frame.image(@solid.point(v)) }
        spans = WAYS.map { |u, v| points.map { |px, py| (u * (px - x)) + (v * (py - y)) }.minmax }
        room = ROOM + (BULGE * spans.map { |from, to| to - from }.max)
        spans.flat_map { |from, to| [from - room, to + room] }
      end

      # Are two apart along one of the WAYS?
      def apart?(one, other)
        k = 0
        while k < one.size
          return true if one[k] > other[k + 1] || other[k] > one[k + 1]

          k += 2
        end
        false
      end

      # [[index, ...], ...]: by occurrence the others whose images may meet its own, in their order; nil where they are
      # too many.
      def neighbours
        near = Array.new(@all.size) { [] }
        left = NEIGHBOURS * @all.size
        open = []
        places.each_index.sort_by { |i| places[i].reach[0] }.each do |i|
          own = places[i].reach
          open.reject! { |j| places[j].reach[1] < own[0] }
          open.each do |j|
            next if apart?(own, places[j].reach)

            near[i] << j
            near[j] << i
            return nil if (left -= 2).negative?
          end
          open << i
        end
        near.each(&:sort!)
      end

      # By occurrence the first one with the same surroundings.
      def firsts(near)
        seen = {}
        near.each_with_index.map { |others, i| seen[surroundings(i, others)] ||= i }
      end

      def surroundings(index, others)
        own = places[index]
        others.each_with_object([own.shape, others.count { |j| j < index }]) do |j, key|
          p = places[j]
          key.push(p.shape, *[p.x - own.x, p.y - own.y, p.depth - own.depth].map { |v| (v * GRAIN).round })
        end
      end

      # The solid of some occurrences alone.
      def part_of_solid(chosen)
        base = 0
        facets =
          chosen.flat_map do |i|
            shift = base - @all[i].vertices.begin
            base += @all[i].vertices.size
            @solid.facets[@all[i].facets].map { |f| f.shifted(shift) }
          end
        ids = chosen.flat_map { |i| @all[i].vertices.to_a }
        Solids::Solid.new(*[@solid.xs, @solid.ys, @solid.zs].map { |c| c.values_at(*ids) }, facets)
      end

      # { first => [[Stroke, numbers of its faces in the part], ...] }
      def told(strokes)
        owners = @firsts.uniq.flat_map { |i| names(i).each_with_index.map { |name, k| [name, [i, k]] } }.to_h
        strokes.each_with_object(Hash.new { |h, i| h[i] = [] }) do |stroke, found|
          faces = stroke.faces.map { |name| owners[name] }
          found[faces[0][0]] << [stroke, faces.map(&:last)] if faces[0]
        end
      end

      # Names of an occurrence's faces, in the order of their first facets.
      def names(index)
        facets = @all[index].facets
        (@marks ||= {})[@all[index].part] ||=
          facets.to_a.uniq { |f| @solid.facets[f].face.name }.map { |f| f - facets.begin }
        @marks[@all[index].part].map { |f| @solid.facets[facets.begin + f].face.name }
      end

      # Every occurrence's strokes: those of its first, moved.
      def copied(told)
        @firsts.each_with_index.flat_map do |first, i|
          next told[first].map(&:first) if first == i

          called = names(i)
          across, up = way(first, i)
          told[first].map { |stroke, faces| stroke.moved(across, up, called.values_at(*faces).sort) }
        end
      end
    end
  end
end
