# frozen_string_literal: true

module Nockplane
  module Definition
    # What of a part is said once, not at all, or twice.
    class Check
      # ground: Ground of the part.
      def initialize(ground, sayings, holdings = [], bases = [])
        @ground = ground
        @shape = ground.shape
        @unknowns = @shape.unknowns
        @sayings = sayings
        @rows_of = ground.rows_of
        @holdings = holdings
        @first = bases.select { |n| @shape.facts.key?(n) }
      end

      def report
        rows = begin_with
        general, single = @sayings.zip(rows).partition { |s, _| s.general? }
        twice = single.filter_map { |s, (_, own)| said_twice(s, own) }
        @known = @known.dup
        general.each { |_, (_, own)| own.each { |r| @known.add(r) } }
        @ground.symmetry.each { |r| @known.add(r) }
        hold_still
        open = @known.dup
        missing = Wanting.new(@shape, @ground.ends, @rows_of, @known, @bases).all
        Report.new(status(open, twice), missing, twice, spare(rows))
      end

      # [Holding] of those that tell something new, each taken as known for the next; also those that would tell just
      # what one before them told, as of faces in one plane.
      def telling(further)
        begin_with.each { |_, own| own.each { |r| @known.add(r) } }
        hold_still
        before = @known.dup
        told = []
        further.select do |holding|
          rows = @held.call(holding)
          fresh = rows.map { |r| @known.add(r) }.any?(&:nil?)
          told |= rows if fresh
          fresh || rows.select { |r| before.news?(r) }.then { |open| open.any? && (open - told).empty? }
        end
      end

      private

      # What is known before anything that is said counts; the rows of the sayings.
      def begin_with
        @known = @ground.known
        @held = HoldingRows.new(@shape)
        @holdings.each { |h| @held.call(h).each { |r| @known.add(r) } }
        @sayings.map { |s| @rows_of.call(s) }.each { |beside, _| beside.each { |r| @known.add(r) } }
      end

      # Twice when every row of it was known.
      def said_twice(saying, own)
        return nil if own.empty?

        shares = own.map { |row| @known.add(row, saying.key) }
        return nil unless shares.all?

        by = shares.max_by(&:size)
        elsewhere?(saying, by.keys) ? nil : Twice.new(saying.key, by)
      end

      # Is it the size of another feature that is as large, on one axis or in one cone by chance?
      def elsewhere?(saying, others)
        return false if others.empty? || !%i[round chamfer].include?(saying.says)

        faces = @rows_of.covered(saying)
        others.all? do |key|
          other = @sayings.find { |s| s.key == key }
          other && other.says == saying.says && (@rows_of.covered(other) & faces).empty?
        end
      end

      # Keys of sayings that say nothing once symmetry and the rest are taken for granted, those that a draughtsman
      # would keep told first.
      def spare(rows)
        known = @ground.even
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
        chosen = @first.lazy.filter_map { |n| own_level(n, direction) }.first
        return chosen if chosen

        flat = @shape.planes(direction).map { |n| [@shape.place[n][0], n] }
        round = @shape.facts.each_key.filter_map { |n| [axis_level(n, direction), n] if axis_level(n, direction) }
        areas = (flat + round).group_by(&:first).transform_values { |l| l.sum { |_, n| @shape.facts[n].area } }
        areas.max_by { |u, area| [area.round(3), -@unknowns[u].value] }&.first || @unknowns.levels(direction)[0]
      end

      # Where a face is along a direction: its axis, or a flat one square to it; nil of others.
      def own_level(name, direction)
        return axis_level(name, direction) if @shape.axis(name)

        @shape.place[name][0] if @shape.planes(direction).include?(name)
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
