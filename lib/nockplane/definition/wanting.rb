# frozen_string_literal: true

module Nockplane
  module Definition
    # The sizes that would make a part's definition whole, one after another, each as a draughtsman would give it:
    # radii first, then distances from the base, those of what lies symmetrically between its two sides.
    class Wanting
      # known: Elimination, which this goes on with; bases: { direction => unknown that is held }.
      def initialize(shape, ends, rows_of, known, bases)
        @shape = shape
        @unknowns = shape.unknowns
        @ends = ends
        @rows_of = rows_of
        @known = known
        @bases = bases
      end

      # [Missing]
      def all
        chamfers + wanted.filter_map { |u| @known.settled?(u) ? nil : missing(u) }
      end

      private

      # Equal chamfers are said at once.
      def chamfers
        bevels = @rows_of.bevels_by_setback
        bevels.filter_map do |setback, list|
          open = list.select { |_name, rows| rows.any? { |r| @known.news?(r) } }
          next if open.empty?

          list.each_value { |rows| rows.each { |r| @known.add(r) } }
          Missing.new(kind: :chamfer, faces: open.keys, value: setback)
        end
      end

      ORDER = %i[shape radius minor ring slope tilt level own apex].freeze

      def wanted
        used = @shape.facts.keys.flat_map { |n| @shape.size[n] + @shape.place[n] }.uniq
        used.sort_by do |u|
          unknown = @unknowns[u]
          off = (unknown.value.to_f - base_value(unknown)).abs
          [ORDER.index(unknown.kind), aside?(u) || free?(unknown) ? 1 : 0, unknown.direction || -1, off, u]
        end
      end

      # Is it where an axis is along one direction, which lies off the base along the other too? (What is on a centre
      # line is dimensioned first.)
      def aside?(unknown)
        other = siblings[unknown] or return false
        (@unknowns[other].value - base_value(@unknowns[other])).abs > Unknowns::SAME
      end

      # Is it a tilt of what leans two ways, which no view along a direction of the part shows true?
      def free?(unknown) = unknown.kind == :tilt && @shape.tilts(unknown.direction).size > 1

      # { unknown of an axis => the one along the other direction }
      def siblings
        @siblings ||=
          @shape
            .facts
            .each_key
            .filter_map { |n| @shape.axis(n) }
            .uniq
            .each_with_object({}) do |line, found|
              u, v = line.unknowns
              found[u] ||= v
              found[v] ||= u
            end
      end

      def base_value(unknown)
        unknown.direction && @bases[unknown.direction] ? @unknowns[@bases[unknown.direction]].value : 0.0
      end

      def missing(unknown)
        thing = @unknowns[unknown]
        case thing.kind
        when :shape
          told(unknown, kind: :shape, faces: thing.faces)
        when :radius, :minor
          blend = thing.faces.any? { |name| @shape.blend?(name) }
          told(unknown, kind: :radius, faces: thing.faces, value: thing.value, blend: blend)
        when :ring
          told(unknown, kind: :rim, faces: thing.faces, value: thing.value)
        when :slope
          told(unknown, kind: :angle, faces: thing.faces)
        when :tilt
          told(unknown, kind: :angle, faces: turned(unknown), direction: vector(thing.direction))
        when :apex
          apex(unknown)
        else
          distance(unknown)
        end
      end

      def told(unknown, **fields)
        @known.add({ unknown => 1.0 })
        Missing.new(**fields)
      end

      def turned(unknown) = @shape.place.select { |_, list| list.drop(1).include?(unknown) }.keys

      # A cone whose slope is known lacks how far it goes: the depth of a drilled hole, or the diameter of an end.
      def apex(unknown)
        name = @unknowns[unknown].faces[0]
        depth = @ends.of(name).find { |e| @known.settled?(e.radius_unknown) }
        return depth_to(depth, name, vector(@unknowns[unknown].direction)) if depth

        rim = @ends.of(name).max_by(&:radius)
        @known.add({ (rim ? rim.radius_unknown : unknown) => 1.0 })
        Missing.new(kind: rim ? :rim : :depth, faces: [name, rim&.other].compact, value: rim&.radius)
      end

      def depth_to(ending, name, direction)
        @known.add({ ending.level_unknown => 1.0 })
        Missing.new(kind: :depth, faces: [name, ending.other], direction: direction, at: ending.level)
      end

      # A level: from its twin where both lie evenly about a centre line, else from the base along its direction.
      def distance(unknown)
        thing = @unknowns[unknown]
        direction = thing.direction
        from = twin(unknown) || @bases[direction] || nearest(unknown)
        return off_axis(unknown) unless from

        @known.add({ unknown => 1.0, from => -1.0 })
        Missing.new(
          kind: :distance,
          faces: faces_at(unknown),
          from: faces_at(from)[0],
          direction: vector(direction),
          at: thing.value
        )
      end

      # Of the levels along the same direction that are open too, one whose place follows from this one's distance to
      # it.
      def twin(unknown)
        thing = @unknowns[unknown]
        @unknowns
          .levels(thing.direction)
          .find do |other|
            next if other == unknown || @known.settled?(other) || faces_at(other).empty? || faces_at(unknown).empty?

            trial = @known.dup
            trial.add({ unknown => 1.0, other => -1.0 })
            trial.settled?(unknown) && trial.settled?(other)
          end
      end

      # A settled level of flat faces along a slanted direction.
      def nearest(unknown)
        @unknowns
          .levels(@unknowns[unknown].direction)
          .select { |u| u != unknown && @known.settled?(u) && !faces_at(u).empty? }
          .min_by { |u| (@unknowns[u].value - @unknowns[unknown].value).abs }
      end

      # A face out of true is placed from the largest axis square to it that is placed itself.
      def off_axis(unknown)
        along = vector(@unknowns[unknown].direction)
        base =
          @shape
            .lines
            .select { |l| l.square?(along) && l.unknowns.all? { |u| @known.settled?(u) } && !faces_on(l).empty? }
            .max_by { |l| faces_on(l).sum { |n| @shape.facts[n].area }.round(3) }
        return skew(unknown) unless base

        @known.add(Definition.sum([{ unknown => 1.0 }, 1.0], [base.row(along), -1.0]))
        Missing.new(
          kind: :distance,
          faces: faces_at(unknown),
          from: faces_on(base)[0],
          direction: along,
          at: @unknowns[unknown].value
        )
      end

      def faces_on(line) = @shape.facts.keys.select { |n| @shape.axis(n).equal?(line) }

      # A slanted face is placed by where it meets another.
      def skew(unknown)
        @known.add({ unknown => 1.0 })
        Missing.new(
          kind: :corner,
          faces: faces_at(unknown),
          direction: vector(@unknowns[unknown].direction),
          at: @unknowns[unknown].value
        )
      end

      def faces_at(unknown)
        @unknowns[unknown].faces.sort_by { |n| [@shape.plane?(n) ? 0 : 1, -@shape.facts[n].area.round(3), n] }
      end

      def vector(direction) = @shape.vector(direction)
    end
  end
end
