# frozen_string_literal: true

module Nockplane
  module Geometry
    # Free curves and surfaces that are lines, circles, planes, cylinders, cones, spheres or tori told as splines, as
    # some writers tell everything: found by their places, and given as what they are, in the same sense.
    module Recognition
      # mm that places may be off what a curve or surface is taken for.
      ALIKE = 1e-5
      # Places of a curve, and of a surface along either parameter, that are looked at.
      PLACES = 24
      ACROSS = 8
      # Parts of the parameters at which lines across a surface are tried for circles.
      LINES = [0.13, 0.5, 0.83].freeze
      # Times the size of a circle's arc that its radius may be: what is flatter is told as it is.
      FLAT = 50
      # Part of a turn by which steps differ, so that they never come round.
      GOLDEN = (Math.sqrt(5) - 1) / 2
      # Parameters from end to end of a surface of no size.
      ENDLESS = 1e9

      module_function

      # A curve with ends as the Line or circle (Conic) it is; itself where it is neither.
      def curve(given)
        return given unless given.domain && free?(given)

        all = places(given)
        line(all) || circle(all, given.period) || given
      end

      # Points of a curve from end to end.
      def places(curve)
        from, to = curve.domain
        Recognition.steps(PLACES).map { |part| curve.at(from + ((to - from) * part)) }
      end

      # Parts of the way from 0 to 1 in steps that are not alike: at equal ones a thread's places lie one above the
      # other, and those of its flank in one plane.
      def steps(count)
        (0..count).map { |i| i.zero? || i == count ? i.fdiv(count) : (i + (((i * GOLDEN) % 1.0) / 2) - 0.25) / count }
      end

      def free?(curve) = curve.is_a?(Curve::Spline) || curve.is_a?(Curve::Joined)

      # The straight Line through places in order, or nil.
      def line(places)
        way = Vec.sub(places[-1], places[0])
        return nil if Vec.length(way) < 100 * ALIKE

        found = Curve::Line.new(places[0], way)
        along = places.map { |p| found.parameter(p) }
        straight = places.zip(along).all? { |p, t| Vec.distance(p, found.at(t)) < ALIKE }
        found if straight && along.each_cons(2).all? { |a, b| b > a }
      end

      # The circle that places run round in order, once at most, or nil.
      def circle(places, closed)
        frame, radius = ring(*places.values_at(0, places.size / 3, places.size * 2 / 3))
        return nil unless frame

        found = Curve::Conic.new(:ellipse, frame, radius, radius)
        angles = places.map { |p| found.parameter(p) }
        return nil unless places.zip(angles).all? { |p, t| Vec.distance(p, found.at(t)) < ALIKE }

        turns = angles.each_cons(2).map { |a, b| (b - a) % (2 * Math::PI) }
        found if turns.all? { |t| t < Math::PI } && (closed || turns.sum < (2 * Math::PI) - 1e-6)
      end

      # [Frame at the middle, x towards the first, z so that they follow counter-clockwise; radius] of the circle
      # through three points; nil for those in a line.
      def ring(p, q, r)
        a, b = Vec.sub(q, p), Vec.sub(r, p)
        n = Vec.cross(a, b)
        square = Vec.dot(n, n)
        sides = [Vec.length(a), Vec.length(b), Vec.distance(q, r)]
        return nil if sides.min < 100 * ALIKE || square < 1e-12 * (sides.max**4)

        middle = Vec.add(p, Vec.scale(Vec.cross(Vec.sub(Vec.scale(b, Vec.dot(a, a)), Vec.scale(a, Vec.dot(b, b))), n),
                                      0.5 / square))
        radius = Vec.distance(middle, p)
        [Frame.new(middle, n, Vec.sub(p, middle)), radius] if radius < FLAT * sides.max
      end

      # A free chart as the elementary one, or the extruded curve, that it is, with the same normal; itself where it is
      # none.
      def chart(given)
        return given unless given.is_a?(Chart::Free)
        return swept(given) if given.is_a?(Chart::Extruded)

        elementary(given) || extruded(given) || given
      end

      # An extruded curve as the plane or cylinder it may be.
      def swept(given)
        Chart.swept(curve(given.curve), given.axis) || upright(given) || given
      end

      # A free curve in one plane with the axis (the wall under a wavy top) as that plane; nil where it is none, or runs
      # to and fro along it.
      def upright(given)
        return nil unless given.curve.domain && free?(given.curve)

        found = line(places(given.curve).map { |p| Vec.along(p, given.axis, -Vec.dot(p, given.axis)) }) or return nil
        Chart.swept(Curve::Line.new(given.curve.at(given.curve.domain[0]), found.direction), given.axis)
      end

      # A B-spline that is straight one way, all lines alike, as a curve along an axis; nil where it is none.
      def extruded(given)
        form = given.form
        return nil unless form.is_a?(Chart::Forms::Spline) && !given.exchanged?

        [1, 0].each do |straight|
          found = along(form, straight)
          return found if found
        end
        nil
      end

      def along(form, straight)
        rows, weights = [form.points, form.weights].map { |r| r && (straight == 1 ? r : r.transpose) }
        return nil unless form.degrees[straight] == 1 && rows[0].size == 2

        ways = rows.map { |a, b| Vec.sub(b, a) }
        alike = ways.all? { |w| Vec.distance(w, ways[0]) < ALIKE } && (weights.nil? || weights.all? { |a, b| a == b })
        return nil unless alike && Vec.length(ways[0]) > 100 * ALIKE

        profile = Curve::Spline.new(form.degrees[1 - straight], form.knots[1 - straight], rows.map(&:first),
                                    weights&.map(&:first))
        axis = Vec.unit(ways[0])
        axis = Vec.neg(axis) if straight.zero? # so that the normal Su x Sv stays
        Chart::Extruded.fit?(profile, axis) ? Chart::Extruded.new(profile, axis) : nil
      end

      def elementary(given)
        return nil if given.domain.any? { |from, to| to.nil? || to - from > ENDLESS }

        grid = Grid.new(given)
        [Flat, Round].each do |kind|
          found = kind.of(grid)
          found = found && grid.on?(found) && grid.facing(found)
          return found if found
        end
        nil
      end

      private_class_method :free?, :places, :swept, :upright, :extruded, :along, :elementary

      # Places of a bounded chart.
      class Grid
        attr_reader :places

        def initialize(chart)
          @chart = chart
          @places = parts.map { |k| parts.map { |l| place(k, l) } }
        end

        # Point at parts of the way along u and v.
        def place(k, l) = @chart.at(*uv(k, l))

        # The points of a line across: along u (axis 0) at a part of v, or along v.
        def line(axis, part)
          Recognition.steps(PLACES).map { |k| axis.zero? ? place(k, part) : place(part, k) }
        end

        def closed?(axis) = !@chart.periods[axis].nil?

        # Do all places lie on a surface?
        def on?(other) = @places.all? { |row| row.all? { |p| other.surface.distance(p).abs < ALIKE } }

        # The other chart, turned over where its normal looks against this one's; nil where some do and some don't.
        def facing(other)
          sides = [0.21, 0.47, 0.74].flat_map { |k| [0.27, 0.53, 0.79].map { |l| same_side(other, k, l) } }.compact.uniq
          { [1] => other, [-1] => Chart::Turned.new(other) }[sides]
        end

        private

        def parts = @parts ||= Recognition.steps(ACROSS)

        def uv(k, l)
          [k, l].zip(@chart.domain).map { |part, (from, to)| from + ((to - from) * part) }
        end

        def same_side(other, k, l)
          n = @chart.normal(*uv(k, l)) or return nil
          m = other.normal(*other.uv(@chart.at(*uv(k, l)))) or return nil
          Vec.dot(n, m) <=> 0.0
        end
      end

      # Planes.
      module Flat
        module_function

        def of(grid)
          all = grid.places.flatten(1)
          corner = all[0]
          far = all.max_by { |p| Vec.distance(p, corner) }
          side = all.max_by { |p| Vec.length(Vec.cross(Vec.sub(far, corner), Vec.sub(p, corner))) }
          n = Vec.cross(Vec.sub(far, corner), Vec.sub(side, corner))
          return nil if Vec.length(n) < 100 * ALIKE * Vec.distance(far, corner)

          Chart::Elementary.new(:plane, Frame.new(corner, n, Vec.sub(far, corner)))
        end
      end

      # What is turned about an axis: lines across one way are circles about it, those the other way lines or circles.
      module Round
        module_function

        def of(grid)
          [0, 1].each do |axis|
            found = about(grid, axis)
            return found if found
          end
          nil
        end

        def about(grid, axis)
          rings = LINES.filter_map { |part| Recognition.circle(grid.line(axis, part), grid.closed?(axis)) }
          return nil unless rings.size == LINES.size

          frame = rings.max_by(&:a).frame
          middles = rings.map { |c| frame.local(c.frame.origin) }
          return nil unless rings.all? { |c| Vec.parallel?(c.frame.z, frame.z, 1e-6) } &&
                            middles.all? { |x, y, _| Math.hypot(x, y) < 10 * ALIKE }

          meridian(grid.line(1 - axis, LINES[1]), frame)
        end

        # Of the line along it: [place along the axis, distance from it].
        def meridian(places, frame)
          flat = places.map { |p| frame.local(p) }.map { |x, y, z| [z, Math.hypot(x, y), 0.0] }
          straight = Recognition.line(flat)
          return ruled(straight, frame) if straight

          ring, radius = Recognition.ring(*flat.values_at(0, flat.size / 5, flat.size / 2))
          ring && ball(ring.origin, radius, frame)
        end

        def ruled(line, frame)
          z, r, = line.origin
          dz, dr, = line.direction
          return nil if dz.abs < 1e-9

          slope = dr / dz
          at = frame.moved(0.0, 0.0, z)
          return Chart::Elementary.new(:cylinder, at, radius: r) if (slope * 1000).abs < ALIKE

          # (A radius that grows along the axis, from a place where there is some.)
          Chart::Elementary.new(:cone, at, radius: r, slope: slope)
        end

        def ball((z, out, _), radius, frame)
          at = frame.moved(0.0, 0.0, z)
          return Chart::Elementary.new(:sphere, at, radius: radius) if out.abs < 10 * ALIKE

          Chart::Elementary.new(:torus, at, radius: out, minor: radius) if out > radius
        end
      end
      private_constant :Grid, :Flat, :Round
    end
  end
end
