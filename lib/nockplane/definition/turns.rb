# frozen_string_literal: true

module Nockplane
  module Definition
    # Faces that are alike all round an axis and evenly spaced (holes on a circle, notches of a rim, flats of a
    # hexagon): each is where the one before it is, turned on. Rows as of Symmetry.
    class Turns
      # Fewest of them; mm that their sizes and distances from the axis may differ by, those taken from meshes, and
      # radians of their spacing; mm that they are off the axis at least.
      LEAST = 3
      SAME = 1e-3
      NEAR = 0.6
      EVEN = 2e-3
      LEAST_OUT = 0.5
      # Most different places on one circle.
      PLACES = 72

      # How one face lies about an axis: its name, and the angle of its middle in radians.
      Placed = Struct.new(:name, :angle)

      def initialize(shape)
        @shape = shape
        @unknowns = shape.unknowns
      end

      def rows = lines.flat_map { |line| rings(line).flat_map { |ring| turned_on(ring, line) } }

      private

      # Axes along directions of the part, and those through its middle, about which a hexagon stands that has no bore.
      def lines
        own = @shape.main_lines.select { |l| @unknowns.main?(l.direction) }
        middles = (0..2).map { |d| middle(d) }
        own + middles.reject { |m| own.any? { |l| l.direction == m.direction && l.distance(m.origin) < SAME } }
      end

      def middle(direction)
        vectors = (0..2).map { |d| @shape.vector(d) }
        at = vectors.map { |v| @shape.extent(v).sum / 2 }
        origin = vectors.zip(at).map { |v, k| Geometry::Vec.scale(v, k) }.reduce { |p, q| Geometry::Vec.add(p, q) }
        across = (0..2).to_a - [direction]
        levels = across.map { |d| @unknowns.level(d, at[d]) }
        AxisLine.new(direction, vectors[direction], origin, across, across.map { |d| vectors[d] }, levels)
      end

      # [[Placed, ...], ...]: what is alike and evenly spaced about a line, in order of angle.
      def rings(line)
        @axis = @shape.vector(line.direction)
        @x = @shape.vector((line.direction + 1) % 3)
        @y = Geometry::Vec.cross(@axis, @x)
        @shape
          .facts
          .values
          .filter_map { |f| mark(f, line) }
          .group_by(&:kind)
          .values
          .flat_map { |list| clusters(list) }
          .filter_map { |list| ring(list) }
      end

      # What a face is as seen from a line: the angle it stands at (radians; of a flat face that of its normal, of
      # others that of their axis), numbers that are exact for all alike, and numbers that are only near (of its
      # mesh).
      Mark = Struct.new(:name, :kind, :angle, :exact, :near)

      def mark(face, line)
        return nil if face.surface.swept?

        face.kind == :plane ? flat_mark(face, line) : round_mark(face, line)
      end

      def flat_mark(face, line)
        n = face.surface.axis
        return nil if Geometry::Vec.dot(n, @axis).abs > 1 - 1e-6

        angle = angle(n)
        off = Geometry::Vec.dot(Geometry::Vec.sub(face.surface.origin, line.origin), n)
        side = turned(@y, angle)
        across = Geometry::Vec.dot(Geometry::Vec.sub(face.middle, line.origin), side)
        Mark.new(face.name, :plane, angle, [off, Geometry::Vec.dot(n, @axis)], [across, line.along(face.middle)])
      end

      def round_mark(face, line)
        along = Geometry::Vec.parallel?(face.surface.axis, @axis, 1e-5)
        place = along ? face.surface.origin : face.middle
        return nil if line.distance(place) < LEAST_OUT

        sizes = [face.surface.radius.to_f, face.surface.minor.to_f, along ? line.distance(place) : 0.0]
        sizes[0] = 0.0 if face.kind == :cone
        near = [line.along(face.middle), along ? 0.0 : line.distance(place)]
        Mark.new(face.name, face.kind, angle(Geometry::Vec.sub(place, line.origin)), sizes, near)
      end

      # (Sorted by the first exact number, so that each is compared with the groups near it only.)
      def clusters(list)
        groups = []
        list
          .sort_by { |m| m.exact[0] }
          .each do |mark|
            known =
              groups
                .reverse_each
                .take_while { |g| mark.exact[0] - g[0].exact[0] < SAME }
                .find { |g| alike?(mark, g[0]) }
            known ? known << mark : groups << [mark]
          end
        groups
      end

      def alike?(a, b)
        a.exact.zip(b.exact).all? { |u, v| (u - v).abs < SAME } && a.near.zip(b.near).all? { |u, v| (u - v).abs < NEAR }
      end

      def ring(list)
        return nil if list.size < LEAST

        placed = list.map { |m| Placed.new(m.name, m.angle) }.sort_by(&:angle)
        placed if even?(placed)
      end

      def angle(vector) = Math.atan2(Geometry::Vec.dot(vector, @y), Geometry::Vec.dot(vector, @x)) % (2 * Math::PI)

      def even?(placed)
        angles = placed.map(&:angle).slice_when { |a, b| b - a > EVEN }.map(&:first)
        return false if angles.size < LEAST

        gaps = angles.each_index.map { |i| (angles[(i + 1) % angles.size] - angles[i]) % (2 * Math::PI) }
        places = (2 * Math::PI / gaps.min).round
        return false unless places.between?(angles.size, PLACES) && angles.size * 2 > places

        step = 2 * Math::PI / places
        gaps.all? { |g| (g - ((g / step).round * step)).abs < EVEN }
      end

      # (Four at right angles may as well be the corners or sides of a rectangle, whose two sizes a reader wants: they
      # are only of one size.)
      def turned_on(ring, line)
        square = ring.map(&:angle).slice_when { |a, b| b - a > EVEN }.to_a.size == 4
        ring
          .each_cons(2)
          .flat_map { |a, b| (square ? [] : placed_on(a, b, line)) + sizes(a.name, b.name) }
          .reject(&:empty?)
      end

      def placed_on(a, b, line)
        turn = b.angle - a.angle
        @shape.plane?(a.name) ? flats(a.name, b.name, line, turn) : axes(a.name, b.name, line, turn)
      end

      # Flat faces: as far out, and as much out of true.
      def flats(a, b, line, turn)
        n = @shape.facts[a].surface.axis
        return [] unless Geometry::Vec.distance(turned(n, turn), @shape.facts[b].surface.axis) < EVEN

        outs = [a, b].map { |name| out(name, line) }
        [Definition.sum([outs[0], 1.0], [outs[1], -1.0]), *leans(a, b, turn), *leans(b, a, -turn)]
      end

      # How the direction of one turns, that of the other turns, too.
      def leans(from, to, turn)
        own, others = [from, to].map { |n| tilts(n) }
        others.map do |unknown, way|
          own.reduce({ unknown => 1.0 }) do |row, (u, w)|
            Definition.sum([row, 1.0], [{ u => 1.0 }, -Geometry::Vec.dot(turned(w, turn), way)])
          end
        end
      end

      def tilts(name) = @shape.tilts(@unknowns[@shape.place[name][0]].direction)

      # How a flat face moves out from a line.
      def out(name, line)
        level = @shape.place[name][0]
        vector = @shape.vector(@unknowns[level].direction)
        normal = @shape.facts[name].surface.axis
        sign = Geometry::Vec.dot(normal, vector) <=> 0.0
        side = Geometry::Vec.along(vector, @axis, -Geometry::Vec.dot(vector, @axis))
        Definition.sum([{ level => 1.0 }, sign.to_f], [line.row(side), -sign.to_f])
      end

      def axes(a, b, line, turn)
        own, other = [a, b].map { |n| @shape.axis(n) }
        return [] unless own && other && !own.equal?(other)
        return [] unless [own, other].all? { |l| l.direction == line.direction }

        [@x, @y].map do |v|
          w = turned(v, turn)
          Definition.sum([own.row(v), 1.0], [line.row(v), -1.0], [other.row(w), -1.0], [line.row(w), 1.0])
        end
      end

      def turned(vector, turn)
        x, y = [@x, @y].map { |v| Geometry::Vec.dot(vector, v) }
        h = Geometry::Vec.dot(vector, @axis)
        c, s = Math.cos(turn), Math.sin(turn)
        [[@x, (x * c) - (y * s)], [@y, (x * s) + (y * c)], [@axis, h]].map { |v, k| Geometry::Vec.scale(v, k) }
          .reduce { |p, q| Geometry::Vec.add(p, q) }
      end

      def sizes(a, b)
        @shape.size[a]
          .zip(@shape.size[b])
          .filter_map { |u, v| { u => 1.0, v => -1.0 } unless u.nil? || v.nil? || u == v }
      end
    end
  end
end
