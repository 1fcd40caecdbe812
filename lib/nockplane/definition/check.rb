# frozen_string_literal: true

module Nockplane
  module Definition
    # What of a part is said once, not at all, or twice.
    class Check
      def initialize(solid, sayings, sides = [])
        @shape = Shape.new(solid)
        @unknowns = @shape.unknowns
        @sayings = sayings
        @ends = ConeEnds.new(@shape)
        @rows_of = RowsOf.new(@shape, @ends)
        @relations = Relations.new(@shape, @ends).rows + Sides.new(@shape, sides).rows
      end

      def report
        @known = Elimination.new
        @relations.each { |r| @known.add(r) }
        rows = @sayings.map { |s| @rows_of.call(s) }
        rows.each { |beside, _| beside.each { |r| @known.add(r) } }
        general, single = @sayings.zip(rows).partition { |s, _| s.general? }
        twice = single.filter_map { |s, (_, own)| said_twice(s, own) }
        @known = @known.dup
        general.each { |_, (_, own)| own.each { |r| @known.add(r) } }
        Symmetry.new(@shape).rows.each { |r| @known.add(r) }
        hold_still
        open = @known.dup
        missing = Wanting.new(@shape, @ends, @rows_of, @known, @bases).all
        Report.new(status(open, twice), missing, twice, spare(rows))
      end

      private

      # Twice when every row of it was known.
      def said_twice(saying, own)
        return nil if own.empty?

        shares = own.map { |row| @known.add(row, saying.key) }
        return nil unless shares.all?

        Twice.new(saying.key, shares.max_by(&:size))
      end

      # Keys of sayings that say nothing once symmetry and the rest are taken for granted, those that a draughtsman
      # would keep told first.
      def spare(rows)
        known = Elimination.new
        (@relations + Symmetry.new(@shape).rows).each { |r| known.add(r) }
        rows.each { |beside, _| beside.each { |r| known.add(r) } }
        ranked =
          @sayings
            .zip(rows)
            .reject { |s, _| s.general? }
            .each_with_index
            .sort_by { |(s, _), i| [rank(s), i] }
            .map(&:first)
        ranked.filter_map do |saying, (_, own)|
          news = own.map { |row| known.add(row) }
          saying.key unless own.empty? || news.any?(&:nil?)
        end
      end

      # What the model says comes first, then what is no distance, then distances that lie evenly about a centre line.
      def rank(saying)
        return 0 unless saying.spare
        return 1 unless saying.says == :level

        middle = Geometry::Vec.scale(Geometry::Vec.add(saying.from, saying.to), 0.5)
        direction = @unknowns.direction(saying.direction)
        @unknowns.level?(direction, Geometry::Vec.dot(middle, @shape.vector(direction))) ? 2 : 3
      end

      # The part as a whole may stand anywhere: one level along each of its directions is held. The largest flat face
      # square to it, or the axis of the largest turned one.
      def hold_still
        @bases = (0..2).to_h { |d| [d, base(d)] }
        @bases.each_value { |u| @known.add({ u => 1.0 }) if u }
      end

      def base(direction)
        flat = @shape.planes(direction).map { |n| [@shape.place[n][0], n] }
        round = @shape.facts.each_key.filter_map { |n| [axis_level(n, direction), n] if axis_level(n, direction) }
        areas = (flat + round).group_by(&:first).transform_values { |l| l.sum { |_, n| @shape.facts[n].area } }
        areas.max_by { |u, area| [area.round(3), -@unknowns[u].value] }&.first || @unknowns.levels(direction)[0]
      end

      # Where the axis of a whole turned face is along a direction; nil of others.
      def axis_level(name, direction)
        line = @shape.axis(name)
        at = line && @shape.lines.include?(line) && line.across.index(direction)
        at && line.unknowns[at]
      end

      def status(known, twice)
        doubled = twice.map { |t| @sayings.find { |s| s.key == t.saying } }
        size, place =
          doubled
            .partition { |s| %i[round chamfer].include?(s.says) }
            .map { |l| l.flat_map { |s| @rows_of.covered(s) } }
        @shape.facts.keys.to_h do |name|
          [
            name,
            [of(known, @shape.size[name], size.include?(name)), of(known, @shape.place[name], place.include?(name))]
          ]
        end
      end

      def of(known, unknowns, twice)
        return nil if unknowns.empty?
        return :missing unless unknowns.all? { |u| known.settled?(u) }

        twice ? :twice : :said
      end
    end
  end
end
