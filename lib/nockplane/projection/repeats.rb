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
      # Parts of a mm that places about a part are told apart by.
      GRAIN = 1e6
      # Most neighbours of a part on average; most facets, as a part of all, for which it pays.
      NEIGHBOURS = 100
      WORTH = 0.6

      # An occurrence in the view: what is shown (alike for one part turned one way), image and depth of its origin, box
      # in the image.
      Place = Struct.new(:shape, :x, :y, :depth, :box)

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

      private

      def facets(chosen) = chosen.sum { |i| @all[i].facets.size }

      def places
        boxes = {}
        @places ||=
          @all.map do |o|
            shape = shape(o)
            x, y = @frame.image(o.transform.origin)
            boxes[shape] ||= box(o, x, y)
            Place.new(shape, x, y, @frame.depth(o.transform.origin), boxes[shape].zip([x, y, x, y]).map(&:sum))
          end
      end

      # Number of a part turned in one way.
      def shape(occurrence)
        turned = [occurrence.transform.x, occurrence.transform.y, occurrence.transform.z].flatten
        key = [occurrence.part, *turned.map { |c| (c * 1e9).round }]
        (@shapes ||= {})[key] ||= @shapes.size
      end

      # Box of an occurrence about the image of its origin, with room for what bulges.
      def box(occurrence, x, y)
        points = occurrence.vertices.map { |v| @frame.image(@solid.point(v)) }
        (x0, x1), (y0, y1) = points.transpose.map(&:minmax)
        room = ROOM + (BULGE * [x1 - x0, y1 - y0].max)
        [x0 - x - room, y0 - y - room, x1 - x + room, y1 - y + room]
      end

      # [[index, ...], ...]: by occurrence the others whose boxes meet its own, in their order; nil where they are too
      # many.
      def neighbours
        near = Array.new(@all.size) { [] }
        left = NEIGHBOURS * @all.size
        open = []
        places.each_index.sort_by { |i| places[i].box[0] }.each do |i|
          b = places[i].box
          open.reject! { |j| places[j].box[2] < b[0] }
          open.each do |j|
            c = places[j].box
            next if c[1] > b[3] || c[3] < b[1]

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
            @solid.facets[@all[i].facets].map { |f| f.with_loops(f.loops.map { |l| l.map { |v| v + shift } }) }
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
          dx, dy = places[i].x - places[first].x, places[i].y - places[first].y
          told[first].map { |stroke, faces| stroke.moved(dx, dy, called.values_at(*faces).sort) }
        end
      end
    end
  end
end
