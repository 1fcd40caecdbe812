# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What a view shows that a dimension can be measured from: points (ends and middles of edges, centres and
      # quadrants of circles) and straight lines (edges, outlines of cylinders, axes), each by its name in the model. On
      # paper, mm.
      class Snaps
        # words: what it is, for a person; spot: Modelling::Spots::Spot; x, y: on paper.
        Point = Struct.new(:words, :spot, :x, :y)
        # from, to: [x, y] of the straight line.
        Line = Struct.new(:words, :spot, :from, :to)
        # mm of paper within which a point, else a line, is met.
        NEAR = 2.5
        NEAR_LINE = 2.0
        # Most that is offered of either.
        MOST = 4000

        # shown: ShownModel of the view; at: ViewPlace.
        def initialize(shown, at)
          @shown = shown
          @at = at
          @spots = Modelling::Spots.of(shown.solid)
        end

        # [Point]
        def points
          @points ||=
            (corners + middles + round + balls + stations + crossings)
              .compact
              .uniq { |p| [p.x.round(3), p.y.round(3)] }
              .first(MOST)
        end

        # [Line]
        def lines = @lines ||= (edges + limbs + axes).first(MOST)

        # The Point, or the Line with its spot's share, that a place on paper means; nil when nothing is near.
        def at(x, y)
          point = points.min_by { |p| Math.hypot(p.x - x, p.y - y) }
          return point if point && Math.hypot(point.x - x, point.y - y) <= NEAR

          line = lines.min_by { |l| off(l, x, y) } or return nil
          off(line, x, y) <= NEAR_LINE ? met(line, x, y) : nil
        end

        private

        def spot(kind, faces, **more) = Modelling::Spots::Spot.new(kind: kind, faces: faces, **more)

        # Pairs of faces whose edge the view shows.
        def seen
          @seen ||=
            @shown.linework.strokes.select { |s| s.kind != :smooth && shown?(s) && s.faces.size == 2 }
              .to_h { |s| [s.faces.sort, true] }
        end

        def shown?(stroke) = stroke.visible || @shown.view.style.nil? || @shown.view.hidden_lines?

        # [[names, from, to, which, of how many], ...] of straight edges shown.
        def straight
          @straight ||=
            @spots.lines.select { |names, _| seen[names] }.flat_map do |names, list|
              list.each_with_index.map { |(a, b), i| [names, a, b, [i, list.size]] }
            end
        end

        def corners
          ends = straight.flat_map { |_, a, b| [a, b] }.to_h { |p| [key(p), true] }
          @spots.corners.flat_map do |names, list|
            list.each_with_index.filter_map do |p, i|
              if ends[key(p)] && names.any? { |n| met?(n, p) }
                words = @spots.tangent?(names) ? 'tangent point' : 'end'
                point(words, spot('corner', names, nth: [i, list.size]), p)
              end
            end
          end
        end

        def key(point) = point.map { |c| c.round(4) }

        def middles
          straight.filter_map do |names, a, b, nth|
            half = middle(a, b)
            next unless drawn?(names, half)

            point('middle', spot('edge', names, nth: nth, share: 0.5, direction: way(a, b)), half)
          end
        end

        def way(a, b) = Geometry::Vec.unit(Geometry::Vec.sub(b, a))
        def middle(a, b) = Geometry::Vec.along(a, Geometry::Vec.sub(b, a), 0.5)

        # Parts of a curve's length at which it is offered to be met.
        STATIONS = (1..11).map { |i| i / 12.0 }.freeze

        def stations
          @spots.curves.select { |names, _| seen[names] }.flat_map do |names, points|
            STATIONS.map { |s| point('on the curve', spot('station', names, share: s), Modelling::Curves.at(points, s)) }
          end
        end

        # mm of paper that edges are drawn out to meet.
        DRAWN_OUT = 25.0

        # Where edges of one face would meet if what rounds or cuts off their corner were not there.
        def crossings
          single = straight.select { |_, _, _, nth| nth[1] == 1 }
          by_face = single.each_with_object({}) { |e, all| e[0].each { |n| (all[n] ||= []) << e } }
          by_face.values.select { |list| list.size <= MANY }.flat_map do |list|
            list.combination(2).filter_map { |a, b| crossing(a, b) }
          end
        end

        # Most edges of a face that are drawn out.
        MANY = 40

        def crossing(a, b)
          place = Modelling::Spots.crossing(a[1, 2], b[1, 2]) or return nil
          off = [a, b].map { |e| e[1, 2].map { |p| Geometry::Vec.distance(p, place) }.min * @at.scale }
          return nil if off.any? { |mm| mm > DRAWN_OUT } || off.max < ON

          point('crossing', spot('crossing', [*a[0], *b[0]]), place)
        end

        # nil of what lies outside what the view is bounded by, or in the half of a section that was turned.
        def point(words, spot, place)
          return nil if turned?(place) || @shown.windows.any? { |w| !w.inside?(*@at.frame.image(place)) }

          @at.point(place).then { |x, y| Point.new(words, spot, x, y) }
        end

        def turned?(place) = @shown.opening&.bend&.second?(place)

        # Centres and quadrants of circles seen round; of those seen from their edge the ends.
        def round
          frame = @at.frame
          circles.flat_map do |names, (centre, axis, radius), nth|
            next [] unless frame.along?(axis) || frame.square?(axis)

            ways = frame.along?(axis) ? [frame.r, frame.u] : [Geometry::Vec.unit(Geometry::Vec.cross(axis, frame.d))]
            ways += ways.map { |w| Geometry::Vec.neg(w) }
            quadrants =
              ways.filter_map do |w|
                on = Geometry::Vec.along(centre, w, radius)
                point('quadrant', spot('quadrant', names, nth: nth, direction: w), on) if drawn?(names, on)
              end
            [point('centre', spot('centre', names, nth: nth), centre), *quadrants]
          end
        end

        # Centres of balls whose outline the view shows, and quadrants of that.
        def balls
          shown = @shown.solid.faces.select do |f|
            f.surface.kind == :sphere && strokes_by_face[f.name].any? { |s| s.faces.size == 1 }
          end
          shown.flat_map do |face|
            names = [face.name]
            quadrants =
              [1, -1].product([@at.frame.r, @at.frame.u]).filter_map do |sign, way|
                out = Geometry::Vec.scale(way, sign)
                on = Geometry::Vec.along(face.surface.origin, out, face.surface.radius)
                point('quadrant', spot('axis', names, direction: out), on) if drawn?(names, on)
              end
            [point('centre', spot('axis', names), face.surface.origin), *quadrants]
          end
        end

        def circles
          @spots.circles.select { |names, _| seen[names] }.flat_map do |names, list|
            list.each_with_index.map { |c, i| [names, c, [i, list.size]] }
          end
        end

        def edges
          straight.filter_map do |names, a, b, nth|
            line('edge', spot('edge', names, nth: nth, share: 0.5, direction: way(a, b)), a, b)
          end
        end

        # nil of what is seen end-on.
        def line(words, spot, a, b)
          return nil if [a, b].any? { |v| turned?(v) }

          p, q = [a, b].map { |v| @at.point(v) }
          Line.new(words, spot, p, q) unless Math.hypot(q[0] - p[0], q[1] - p[1]) < 0.05
        end

        # Outlines of cylinders seen from the side, and where a section cuts them along their axis.
        def limbs
          round = @shown.solid.faces.select { |f| f.surface.kind == :cylinder }.to_h { |f| [f.name, true] }
          names =
            @shown
              .linework
              .strokes
              .select { |s| s.shape == :line && shown?(s) }
              .flat_map(&:faces)
              .uniq
              .select { |n| round[n] }
          names.flat_map { |name| [1, -1].filter_map { |sign| limb(name, sign) } }
        end

        def limb(name, sign)
          axis = @spots.find(spot('axis', [name])) or return nil
          return nil unless @at.frame.square?(Geometry::Vec.unit(axis.run))

          across = Geometry::Vec.scale(Geometry::Vec.unit(Geometry::Vec.cross(axis.run, @at.frame.d)), sign)
          found = @spots.find(spot('axis', [name], direction: across)) or return nil
          half = half_length(name, found.run)
          ends = [-half, half].map { |mm| Geometry::Vec.along(found.point, found.run, mm) }
          line('outline', spot('axis', [name], direction: across), *ends) if outlined?(name, *ends)
        end

        def half_length(name, run)
          points = @spots.points_of(name)
          points.map { |p| Geometry::Vec.dot(p, run) }.minmax.then { |a, b| (b - a) / 2 }
        end

        # mm of the model within which a stroke is what is meant.
        ON = 0.02

        def strokes_by_face
          @strokes_by_face ||=
            @shown.linework.strokes.each_with_object(Hash.new { |h, k| h[k] = [] }) do |s, all|
              s.faces.each { |f| all[f] << s } if shown?(s)
            end
        end

        # Does a line of the face lie along two places?
        def outlined?(name, a, b)
          p, q = [a, b].map { |v| @at.frame.image(v) }
          strokes_by_face[name].any? do |s|
            s.shape == :line && s.points.all? { |point| Geometry::Flat.distance(point, p, q, goes_on: true) < ON }
          end
        end

        # Does any line of a face run through a place?
        def met?(name, place)
          x, y = @at.frame.image(place)
          strokes_by_face[name].any? { |s| through?(s, x, y) }
        end

        # Does a line of these faces run through a place?
        def drawn?(names, place)
          x, y = @at.frame.image(place)
          strokes_by_face[names[0]].any? { |s| s.faces.sort == names && through?(s, x, y) }
        end

        def through?(stroke, x, y)
          return round?(stroke, x, y) if stroke.arc?
          if stroke.spline?
            return [0, -1].any? { |i| Math.hypot(stroke.points[i][0] - x, stroke.points[i][1] - y) < ON }
          end

          stroke.points.each_cons(2).any? { |p, q| Geometry::Flat.distance([x, y], p, q) < ON }
        end

        # Is a place on an arc, of a circle or an ellipse?
        def round?(arc, x, y)
          return false if arc.ry < ON

          dx, dy = x - arc.centre[0], y - arc.centre[1]
          c, s = Math.cos(arc.rotation), Math.sin(arc.rotation)
          u, v = ((dx * c) + (dy * s)) / arc.rx, ((dy * c) - (dx * s)) / arc.ry
          slack = ON / arc.ry
          return false if (Math.hypot(u, v) - 1).abs > slack

          ((Math.atan2(v, u) - arc.from + slack) % (2 * Math::PI)) <= arc.to - arc.from + (2 * slack)
        end

        # Centre lines of turned faces seen from the side.
        def axes
          @shown.axes.select { |a| @at.frame.square?(a.direction) }.filter_map do |a|
            line('axis', spot('axis', [a.faces.min]), a.at(a.from), a.at(a.to))
          end
        end

        def off(line, x, y) = Geometry::Flat.distance([x, y], line.from, line.to)
        def share(line, x, y) = Geometry::Flat.share([x, y], line.from, line.to)

        # An edge is picked just where it is met.
        def met(line, x, y)
          return line unless line.spot.kind == 'edge'

          line.dup.tap { |l| l.spot = line.spot.dup.tap { |s| s.share = share(line, x, y).clamp(0.0, 1.0).round(4) } }
        end
      end
    end
  end
end
