# frozen_string_literal: true

module Nockplane
  module Definition
    # What a reader takes for granted though nobody says it: what stands alike on both sides of a centre line is
    # symmetrical about it and of one size, and what stands alike all round an axis (Turns) lies evenly. Rows of this
    # kind settle unknowns, but make no size a double one.
    class Symmetry
      SAME = Unknowns::SAME
      # Parts of an area that twins may differ by (it is that of a mesh).
      ALIKE = 1e-3

      def initialize(shape)
        @shape = shape
        @unknowns = shape.unknowns
      end

      def rows = mirrored + drilled + Turns.new(@shape).rows

      private

      def mirrored
        (0..2).flat_map { |d| middles(d).flat_map { |at| about(d, at) } }
      end

      # Where a centre line may be: the middle of the part, and the axes of whole bores and shafts, mm along a
      # direction of the part.
      def middles(direction)
        vector = @shape.vector(direction)
        ends = @shape.extent(vector)
        axes = @shape.main_lines.select { |l| l.across.include?(direction) }.map { |l| l.at(vector) }
        [ends.sum / 2, *axes].uniq { |v| (v / SAME).round }
      end

      # What stands alike on both sides of a level: their levels lie evenly about it, their radii are equal.
      def about(direction, at)
        pairs = twins(direction, at)
        return [] if pairs.empty?

        middle = @unknowns.level(direction, at)
        pairs.flat_map { |a, b| evenly(a, b, direction, middle) + sizes(a, b) }
      end

      def evenly(a, b, direction, middle)
        vector = @shape.vector(direction)
        if @shape.plane?(a)
          u, v = [a, b].map { |n| @shape.place[n][0] }
          return @unknowns.main?(@unknowns[u].direction) ? level(u, v, middle) : tilted(a, b, vector, middle)
        end

        lines = [a, b].map { |n| @shape.axis(n) }
        return [] unless lines.all? { |l| l&.square?(vector) }

        row = Definition.sum([lines[0].row(vector), 1.0], [lines[1].row(vector), 1.0], [{ middle => 1.0 }, -2.0])
        row.empty? ? [] : [row]
      end

      def level(u, v, middle)
        row = Definition.sum([{ u => 1.0 }, 1.0], [{ v => 1.0 }, 1.0], [{ middle => 1.0 }, -2.0])
        u == v ? [] : [row]
      end

      # Slanted faces that mirror one another: they turn against one another and lie equally far out.
      def tilted(a, b, vector, middle)
        (u, *turns), (v, *others) = [a, b].map { |n| @shape.place[n] }
        return [] if u == v || turns.size != 1 || others.size != 1

        m, n = [u, v].map { |x| @shape.vector(@unknowns[x].direction) }
        lean = Geometry::Vec.dot(m, vector)
        flipped = Geometry::Vec.along(m, vector, -2 * lean)
        sign = Geometry::Vec.dot(flipped, n) <=> 0.0
        found = [Definition.sum([{ v => 1.0 }, sign.to_f], [{ u => 1.0 }, -1.0], [{ middle => 1.0 }, 2 * lean])]
        found << { turns[0] => 1.0, others[0] => 1.0 } if turns != others && lean.abs.between?(1e-6, 1 - 1e-6)
        found
      end

      def sizes(a, b)
        @shape.size[a]
          .zip(@shape.size[b])
          .filter_map do |u, v|
            next if u == v || u.nil? || v.nil? || @unknowns[u].kind == :apex

            slopes = @unknowns[u].kind == :slope && (@unknowns[u].value + @unknowns[v].value).abs < 1e-6
            { u => 1.0, v => slopes ? 1.0 : -1.0 }
          end
      end

      # [[name, name], ...]: faces that mirror one another about a level.
      def twins(direction, at)
        vector = @shape.vector(direction)
        faces = @shape.facts.values.reject { |f| f.surface.swept? }
        near = faces.group_by { |f| key(f.middle) }
        faces.filter_map do |f|
          there = Geometry::Vec.along(f.middle, vector, 2 * (at - Geometry::Vec.dot(f.middle, vector)))
          twin = around(there).flat_map { |k| near[k] || [] }.find { |g| twin?(f, g, there) }
          [f.name, twin.name] if twin && f.name < twin.name
        end
      end

      CELL = 0.1
      def key(point) = point.map { |c| (c / CELL).floor }

      def around(point)
        x, y, z = point.map { |c| [c - (CELL / 2), c + (CELL / 2)].map { |v| (v / CELL).floor }.uniq }
        x.product(y, z)
      end

      def twin?(f, g, there)
        f.kind == g.kind && Geometry::Vec.distance(g.middle, there) < 0.02 && (f.area - g.area).abs < ALIKE * f.area &&
          (f.surface.radius.nil? || f.kind == :cone || same_radius?(f, g))
      end

      def same_radius?(f, g) = (f.surface.radius - g.surface.radius).abs < SAME

      # The point of a drill is as drills have it.
      def drilled
        @shape
          .facts
          .each_value
          .select { |f| f.tipped? && @shape.axis(f.name) && f.span.concave? }
          .map { |f| { @shape.size[f.name][0] => 1.0 } }
      end
    end
  end
end
