# frozen_string_literal: true

module Nockplane
  module Definition
    # The faces of a solid as unknowns: which numbers are each face's size and which its place. Right angles, what is
    # in line, what is on one axis and what runs into its neighbours without a crease need no saying.
    class Shape
      # Radians a round must go on for to be more than the round of a corner: the end of an eye.
      EYE = 2.0

      attr_reader :facts, :touching, :unknowns, :size, :place, :lines

      def initialize(solid)
        @facts = Facts.of(solid)
        @touching = Touching.new(solid, solid.faces.to_h { |f| [f.name, f] })
        @unknowns = Unknowns.new(MainDirections.of(@facts.values))
        @size = {}
        @place = {}
        @lines = []
        @axis_of = {}
        take_all
      end

      # AxisLine of a turned face; nil of others.
      def axis(name) = @axis_of[name]
      def radius(name) = @size[name]&.find { |u| %i[radius minor].include?(@unknowns[u].kind) }
      def vector(direction) = @unknowns.directions[direction]
      def plane?(name) = @facts[name].kind == :plane

      # Does a face only run into its neighbours, as a round does?
      def blend?(name) = blends.key?(name)

      # How a plane face moves along its direction (#vector) at a point of it, as a row.
      def plane_row(name, point)
        level, *turns = @place[name]
        row = { level => 1.0 }
        tilts(@unknowns[level].direction)
          .zip(turns)
          .each { |(_, way), turn| row[turn] = -Geometry::Vec.dot(Geometry::Vec.sub(point, @facts[name].middle), way) }
        row
      end

      # [[unknown, vector]] of how a direction may turn: the vector is the way its tip goes. [] of a direction of the
      # part; what is square to something turned turns with it.
      def tilts(direction)
        return [] if @unknowns.main?(direction)

        (@tilts ||= {})[direction] ||= turning(direction)
      end

      # Most axes about or along which a part is looked at for what is alike: beyond that the smaller ones are left out.
      MOST_AXES = 48

      # The axes that most of the part is turned about, AxisLine.
      def main_lines
        @main_lines ||=
          begin
            areas = Hash.new(0.0).compare_by_identity
            @axis_of.each { |name, line| areas[line] += @facts[name].area }
            @lines.max_by(MOST_AXES) { |l| areas[l].round(3) }
          end
      end

      # [lowest, highest] of the part along a unit vector, mm.
      def extent(vector)
        @facts.each_value.flat_map { |f| f.points.map { |p| Geometry::Vec.dot(p, vector) }.minmax }.minmax
      end

      # Plane faces along a direction's class.
      def planes(direction)
        @facts.each_key.select { |n| plane?(n) && @unknowns[@place[n][0]].direction == direction }
      end

      private

      def take_all
        round, flat = @facts.values.partition { |f| f.surface.turned? && !f.surface.swept? }
        following, round = round.partition { |f| follows?(f) }
        following.each { |f| @size[f.name] = @place[f.name] = [] }
        flat.each { |f| f.kind == :plane ? take_plane(f) : take_free(f) }
        # (Whole bores and shafts first, since ends of eyes stand on their axes.)
        own, full = round.partition { |f| blend?(f.name) }
        full.each { |f| send(:"take_#{f.kind}", f) }
        own.each { |f| take_blend(f) }
      end

      # A cone that runs on from one slanted face into another, as a chamfer does round a corner: they say all of it.
      def follows?(face) = face.kind == :cone && @touching.tangent(face.name).size > 1

      def take_plane(face)
        direction = @unknowns.direction(face.surface.axis)
        level = @unknowns.level(direction, Geometry::Vec.dot(face.surface.origin, vector(direction)), face.name)
        @size[face.name] = []
        @place[face.name] = [level, *tilts(direction).map(&:first)]
      end

      def take_free(face)
        known = blend?(face.name)
        @size[face.name] = known ? [] : [@unknowns.keyed([:shape, face.name], :shape, nil, face.name)]
        @place[face.name] = []
      end

      def take_cylinder(face)
        line = line_of(face.surface)
        placed(face, line, [radius_on(line, face.surface.radius, face.name)])
      end

      def take_cone(face)
        line = line_of(face.surface)
        slope, apex = ConeEnds.sizes(face.surface, vector(line.direction))
        key = [lines.index(line), slope.round(6), apex.round(3)]
        placed(
          face,
          line,
          [
            @unknowns.keyed([:slope, *key], :slope, slope, face.name),
            @unknowns.keyed([:apex, *key], :apex, apex, face.name, direction: line.direction)
          ]
        )
      end

      def take_torus(face)
        line = line_of(face.surface)
        minor, ring = face.surface.minor, face.surface.radius
        key = [lines.index(line), line.along(face.surface.origin).round(3), minor.round(3), ring.round(3)]
        placed(
          face,
          line,
          [
            @unknowns.keyed([:minor, *key], :minor, minor, face.name),
            @unknowns.keyed([:ring, *key], :ring, ring, face.name)
          ],
          [@unknowns.level(line.direction, line.along(face.surface.origin), face.name)]
        )
      end

      def take_sphere(face)
        line = line_of(face.surface)
        placed(
          face,
          line,
          [radius_on(line, face.surface.radius, face.name)],
          [@unknowns.level(line.direction, line.along(face.surface.origin), face.name)]
        )
      end

      def placed(face, line, size, more = [])
        line.unknowns.each { |u| @unknowns[u].faces << face.name }
        @axis_of[face.name] = line
        @size[face.name] = size
        @place[face.name] = (line.unknowns + more + tilts(line.direction).map(&:first)).uniq
      end

      # A round: its radius is one with that of rounds it runs on into; where it is follows from what it touches, or,
      # where that is not flat, needs no saying.
      def take_blend(face)
        radius = @unknowns.keyed([:blend, blends.fetch(face.name)], :radius, face.tube, face.name)
        @size[face.name] = [radius]
        @place[face.name] = []
        return unless face.kind == :cylinder

        line = eye_line(face) || own_line(face)
        @axis_of[face.name] = line
        @place[face.name] = line.unknowns if @touching.tangent(face.name).all? { |n| flat_or_parallel?(n, line) }
        line.unknowns.each { |u| @unknowns[u].faces << face.name } unless @place[face.name].empty?
      end

      def flat_or_parallel?(name, line)
        surface = @facts[name].surface
        surface.plane? ||
          (surface.kind == :cylinder && Geometry::Vec.parallel?(surface.axis, vector(line.direction), 1e-5))
      end

      # The axis of a whole cylinder that an eye's end goes round.
      def eye_line(face)
        return nil if face.span.turn < EYE

        @lines.find { |l| same_line?(l, face.surface) }
      end

      def own_line(face)
        @own_lines ||= []
        known =
          @own_lines.find { |radius, line| (radius - face.tube).abs < Unknowns::SAME && same_line?(line, face.surface) }
        return known[1] if known

        line =
          made_line(face.surface) do |direction, at|
            @unknowns.keyed([:own, face.name, direction], :own, at, direction: direction)
          end
        line.tap { @own_lines << [face.tube, line] }
      end

      def line_of(surface)
        @lines.find { |l| same_line?(l, surface) } ||
          made_line(surface) { |direction, at| @unknowns.level(direction, at) }.tap { |l| @lines << l }
      end

      def same_line?(line, surface)
        Geometry::Vec.parallel?(vector(line.direction), surface.axis, Unknowns::PARALLEL) &&
          line.distance(surface.origin) < Unknowns::SAME
      end

      def made_line(surface)
        direction = @unknowns.direction(surface.axis)
        across = across(direction)
        vectors = across.map { |d| vector(d) }
        unknowns = across.zip(vectors).map { |d, v| yield(d, Geometry::Vec.dot(surface.origin, v)) }
        AxisLine.new(direction, vector(direction), surface.origin, across, vectors, unknowns)
      end

      # Two classes of direction square to one another and to a third, of the part where they can be.
      def across(direction)
        (@across ||= {})[direction] ||= begin
          own = vector(direction)
          square = (0..2).select { |i| Geometry::Vec.dot(vector(i), own).abs < Unknowns::PARALLEL }
          first = square[0] || @unknowns.direction(Geometry::Vec.cross(own, vector(0)))
          [first, square[1] || @unknowns.direction(Geometry::Vec.cross(own, vector(first)))]
        end
      end

      def radius_on(line, radius, name)
        known = (@radii ||= Hash.new { |h, k| h[k] = [] })[line]
        same = known.find { |r| (r - radius).abs < Unknowns::SAME } || radius.tap { known << radius }
        @unknowns.keyed([:radius, lines.index(line), same], :radius, radius, name)
      end

      def turning(direction)
        own = vector(direction)
        about = (0..2).find { |i| Geometry::Vec.dot(vector(i), own).abs < Unknowns::PARALLEL }
        return turning_freely(direction, own) unless about

        x, y = [1, 2].map { |i| Geometry::Vec.dot(own, vector((about + i) % 3)) }
        turn = (Math.atan2(y, x) * 180 / Math::PI) % 90
        [
          [
            @unknowns.keyed([:tilt, about, turn.round(3)], :tilt, turn, direction: direction),
            Geometry::Vec.cross(vector(about), own)
          ]
        ]
      end

      # Of a direction out of true in two ways.
      def turning_freely(direction, own)
        way = Geometry::Vec.any_normal(own)
        [way, Geometry::Vec.cross(own, way)].each_with_index.map do |w, i|
          [@unknowns.keyed([:tilt, direction, i], :tilt, nil, direction: direction), w]
        end
      end

      # { name of a round => number of the run of rounds of one radius that it belongs to }.
      def blends
        @blends ||=
          begin
            names = @facts.each_value.select { |f| runs_on?(f) }.map(&:name)
            names.each_with_object({}) do |name, found|
              next if found[name]

              number = found.size
              reach = [name]
              while (next_name = reach.pop)
                next if found[next_name]

                found[next_name] = number
                reach.concat(@touching.tangent(next_name).select { |n| names.include?(n) && alike?(n, next_name) })
              end
            end
          end
      end

      def runs_on?(face)
        return false if %i[plane cone].include?(face.kind) || @touching.tangent(face.name).size < 2

        face.kind != :cylinder || face.span.turn < (2 * Math::PI) - 0.3
      end

      def alike?(a, b)
        r, s = [a, b].map { |n| @facts[n].tube }
        r.nil? || s.nil? || (r - s).abs < Unknowns::SAME
      end
    end
  end
end
