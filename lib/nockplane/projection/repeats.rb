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
    #
    # Of a part much larger than another (the plate that all stand on) only what it shows about the other counts
    # (Backdrop), and for its own lines only those small parts that lie where it has lines. Its small faces that hang
    # together (Islands: its holes) are told like parts of their own.
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
      # How many times as large the image of a part is, of which only what lies about the other counts.
      WIDER = 4

      # Small parts about a large one from which on it is looked at by its places.
      MANY = 8

      # What is told as one: number of the occurrence, and of its faces those that are its own (nil for all; a part with
      # islands has the others), whether it is an island; its Place; the occurrences that its lines depend on.
      Item = Struct.new(:occurrence, :faces, :island, :place, :near)

      # A length (mm) or part of a unit normal as a whole number to be told apart by.
      def self.grain(length) = (length * GRAIN).round

      def initialize(solid, set, frame)
        @solid = solid
        @set = set
        @frame = frame
        @all = set.occurrences || []
      end

      # [Stroke] of the solid; the block gives those of a solid and its EdgeSet.
      def strokes
        return yield(@solid, @set) unless worth? && near

        @items = @all.each_index.flat_map { |i| items(i) }
        @firsts = firsts(@items)
        chosen = @firsts.uniq.flat_map { |k| [@items[k].occurrence, *@items[k].near] }.uniq.sort
        return yield(@solid, @set) if facets(chosen) > WORTH * @solid.facets.size

        copied(told(yield(part_of_solid(chosen), @set.of_occurrences(chosen))))
      end

      # [[first, mm, mm], ...] by occurrence: the one that stands for it, and how far it lies from that one across and
      # up; nil where there are no occurrences, or too many near each other.
      def copies
        return nil unless worth? && near

        whole = @all.each_index.map { |i| Item.new(i, nil, false, places[i], near[i]) }
        firsts(whole).each_with_index.map { |first, i| [first, *places[first].way(places[i]).first(2)] }
      end

      private

      # Can most parts be copied, were each told once for every way that it is turned?
      def worth? = @all.size > 1 && facets(places.each_index.uniq { |i| places[i].shape }) <= WORTH * @solid.facets.size

      def facets(chosen) = chosen.sum { |i| @all[i].facets.size }

      def places
        reaches = {}
        @places ||=
          @all.map do |o|
            shape = shape(o)
            origin = view_of(o.transform.origin)
            reaches[shape] ||= Place.reach(o.vertices.map { |v| @frame.image(@solid.point(v)) }, *origin.first(2))
            Place.at(shape, *origin, reaches[shape])
          end
      end

      # Image and depth of a point.
      def view_of(point) = [*@frame.image(point), @frame.depth(point)]

      # Number of a part turned in one way.
      def shape(occurrence)
        turned = [occurrence.transform.x, occurrence.transform.y, occurrence.transform.z].flatten
        number([occurrence.part, *turned.map { |c| (c * 1e9).round }])
      end

      def number(key) = (@numbers ||= {})[key] ||= @numbers.size

      # [[index, ...], ...]: by occurrence the others whose images may meet its own, in their order; nil where they are
      # too many.
      def near = @near ||= neighbours

      def neighbours
        near = Array.new(@all.size) { [] }
        left = NEIGHBOURS * @all.size
        open = []
        places.each_index.sort_by { |i| places[i].reach[0] }.each do |i|
          open.reject! { |j| places[j].reach[1] < places[i].reach[0] }
          open.each do |j|
            next if places[i].apart?(places[j])

            near[i] << j
            near[j] << i
            return nil if (left -= 2).negative?
          end
          open << i
        end
        near.each(&:sort!)
      end

      # Of the others near a part the much smaller ones, where they are many; else none.
      def small(index)
        (@small ||= {})[index] ||= begin
          found = near[index].select { |j| places[index].wider?(places[j]) }
          found.size < MANY ? [] : found
        end
      end

      # [Item] of an occurrence: itself, or what is left of it and its islands.
      def items(index)
        own = places[index]
        islands = small(index).empty? ? [] : islands(own.shape)
        rest = faces(index).each_index.to_a - islands.flat_map(&:first) unless islands.empty?
        [Item.new(index, rest, false, own, counting(index))] +
          islands.map { |faces, place| island(index, faces, place) }
      end

      def island(index, faces, (shape, way, reach))
        place = Place.at(shape, *places[index].origin.zip(way).map(&:sum), reach)
        Item.new(index, faces, true, place, near[index].reject { |j| place.apart?(places[j]) })
      end

      # Of the parts about one those that its lines depend on: of much smaller ones those where it has lines, of equal
      # ones straight behind each other the nearest (which hides what the others do, and whose lines are theirs).
      def counting(index)
        small = small(index)
        return near[index] if small.empty?

        backdrop = backdrop(places[index].shape)
        with_lines = small.reject { |j| backdrop.plain?(places[j].box_from(places[index])) }
        rows = with_lines.group_by { |j| [places[j].shape, j < index, *grains(places[j].x, places[j].y)] }
        ((near[index] - small) + rows.each_value.map { |row| row.min_by { |j| [places[j].depth, j] } }).sort
      end

      def grains(*lengths) = lengths.map { |v| Repeats.grain(v) }

      # Of a shape: the first occurrence, and { vertex => image and depth from its origin } of that.
      def sample(shape)
        (@samples ||= {})[shape] ||= begin
          index = places.index { |p| p.shape == shape }
          origin = places[index].origin
          images = @all[index].vertices.to_h { |v| [v, view_of(@solid.point(v)).zip(origin).map { |c, o| c - o }] }
          [index, images]
        end
      end

      # What a shape shows about small parts.
      def backdrop(shape)
        (@backdrops ||= {})[shape] ||= begin
          index, images = sample(shape)
          told = islands(shape).flat_map { |faces,| faces(index).values_at(*faces).flatten }.to_h { |f| [f, true] }
          Backdrop.new(@solid, @frame, @all[index].facets, images, told)
        end
      end

      # [[numbers of faces, [shape, way from the origin, reach]], ...] of a shape.
      def islands(shape)
        (@islands ||= {})[shape] ||= begin
          index, images = sample(shape)
          faces = faces(index)
          Islands
            .of(@solid, faces, images, places[index].size / WIDER)
            .map { |group| [group, lie(faces.values_at(*group), images)] }
        end
      end

      # Shape, way from the origin of the part to its first corner, and reach about that, of some faces (lists of
      # facets).
      def lie(faces, images)
        corners = faces.map { |facets| facets.flat_map { |f| images.values_at(*@solid.facets[f].loops.flatten) } }
        way = corners[0][0]
        from_there = corners.map { |list| list.map { |p| p.zip(way).map { |c, o| c - o } } }
        places = from_there.map { |list| grains(*list.flatten) }
        [number(places), way, Place.reach(from_there.flatten(1).map { |p| p.first(2) }, 0.0, 0.0)]
      end

      # [[index of a facet, ...], ...] by face of an occurrence, in the order of their first facets.
      def faces(index)
        first = @all[index].facets.begin
        numbers = (@faces ||= {})[@all[index].part] ||= face_numbers(@all[index].facets)
        numbers.map { |list| list.map { |f| f + first } }
      end

      def face_numbers(facets)
        facets.group_by { |f| @solid.facets[f].face.name }.values.map { |list| list.map { |f| f - facets.begin } }
      end

      # By item the first one with the same surroundings.
      def firsts(items)
        seen = {}
        items.each_with_index.map { |item, i| seen[surroundings(item)] ||= i }
      end

      def surroundings(item)
        own = item.place
        key = [own.shape, item.near.count { |j| j < item.occurrence }, item.faces && !item.island]
        key.push(*seen_of(item.occurrence, own)) if item.island
        item.near.each_with_object(key) { |j, list| list.push(*seen_about(own, j)) }
      end

      # What one of the parts near a place is to it.
      def seen_about(own, other)
        at = places[other]
        small(other).any? && at.wider?(own) ? seen_of(other, own) : [at.shape, *grains(*own.way(at))]
      end

      # What a large part shows about a place.
      def seen_of(large, place)
        at = places[large]
        backdrop(at.shape).seen_from(place.box_from(at), place.depth - at.depth).unshift(at.shape)
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

      # { number of a first => [[Stroke, numbers of its faces in the part], ...] }
      def told(strokes)
        owners = owners_of(@firsts.uniq.map { |k| @items[k].occurrence }.uniq)
        strokes.each_with_object(Hash.new { |h, k| h[k] = [] }) do |stroke, found|
          owned = stroke.faces.map { |name| owners[name] }
          next unless owned[0]

          item = owned.compact.map(&:first).find { |k| @items[k].island } || owned[0][0]
          found[item] << [stroke, owned.map { |_, number| number }]
        end
      end

      # { name of a face => [number of the item that it belongs to, its number in the part] }
      def owners_of(occurrences)
        chosen = occurrences.to_h { |i| [i, true] }
        @items.each_with_index.with_object({}) do |(item, k), found|
          next unless chosen[item.occurrence]

          names = names(item.occurrence)
          (item.faces || names.each_index).each { |n| found[names[n]] = [k, n] }
        end
      end

      # Names of an occurrence's faces, in the order of their first facets.
      def names(index) = (@names ||= {})[index] ||= faces(index).map { |list| @solid.facets[list[0]].face.name }

      # Every item's strokes: those of its first, moved. Faces of an island are those of the same number in it.
      def copied(told)
        @firsts.each_with_index.flat_map do |first, k|
          next told[first].map(&:first) if first == k

          one, other = @items.values_at(first, k)
          called = names(other.occurrence)
          instead = one.island ? one.faces.zip(other.faces).to_h : {}
          across, up = one.place.way(other.place)
          told[first].map do |stroke, faces|
            stroke.moved(across, up, faces.map { |n| called[instead.fetch(n, n)] }.sort)
          end
        end
      end
    end
  end
end
