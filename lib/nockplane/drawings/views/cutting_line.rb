# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # The line of a section, drawn on its parent: line: [Tied], in the parent's image. forms:
      #   full     one plane through the whole part        stretch  one plane, only as far as the line goes
      #   stepped  parallel planes with right angles       half     from outside to an axis; the other half stays whole
      #   (SEC-02) bend     two planes that meet at an axis; the second is turned into the first (SEC-04)
      # looks: 1 when the eye looks to the left of the line's run, -1 to its right. depth: mm behind the plane that are
      # shown, nil for all.
      # slice: only what is cut. uncut: components left whole, nil by the standard.
      CuttingLine = Struct.new(:line, :form, :looks, :depth, :slice, :uncut, keyword_init: true) do
        def stretch? = form == 'stretch'
        def points = line.map(&:to_a)
        def moved(anchorage) = dup.tap { |l| l.line = line.map { |t| t.moved(anchorage) } }
        def lost? = line.any?(&:lost)

        # Moved by mm of the model in the image; the block gives [Tied] of a line of a form through points.
        def dragged(dx, dy) = dup.tap { |l| l.line = yield(points.map { |x, y| [x + dx, y + dy] }, form) }

        # Unit vector of the first stretch in the parent's image.
        def run = Views.unit(points[0], points[1])

        # Unit vector in the parent's image along which the eye looks.
        def sight = run.then { |x, y| [-y * looks, x * looks] }

        # Sentence about what is wrong with it, nil when nothing is.
        def problem
          return 'the cutting line needs two points at least' if line.size < 2
          return 'the cutting line has more corners than can be cut' if line.size > 40
          if points.each_cons(2).any? { |p, q| Math.hypot(q[0] - p[0], q[1] - p[1]) < Views::LEAST }
            return 'two points of the cutting line lie on each other'
          end

          return 'the depth is more than 0 mm' unless depth.nil? || (depth.is_a?(Numeric) && depth.positive?)

          shape_problem
        end

        # Products::Opening; frame: of the parent; solid: of the model.
        def opening(frame, solid)
          toward = Geometry::Vec.neg(frame.direction(*sight))
          stations = points.map { |x, y| frame.at(x, y) }
          tools = [Products::Opening::Stepped.new(cut_points(stations, toward, solid), toward)]
          if depth
            tools << Products::Opening::Beyond.new(
              Geometry::Vec.along(stations[0], toward, -depth),
              Geometry::Vec.neg(toward)
            )
          end

          Products::Opening.new(tools, uncut: uncut, slice: slice == true, bend: (bend(frame) if form == 'bend'))
        end

        private

        def shape_problem
          return nil if form != 'stepped' || right_angled?

          'the steps of a stepped section stand square to each other; draw the line along and across'
        end

        def right_angled?
          ways = points.each_cons(2).map { |p, q| Views.unit(p, q) }
          ways.each_cons(2).all? { |(ax, ay), (bx, by)| ((ax * bx) + (ay * by)).abs < 1e-6 } && ways.size.odd?
        end

        # Points of the line in space: of a half one with stretches out of the part towards the eye, and there past it.
        def cut_points(stations, toward, solid)
          return stations.first(2) if form == 'bend' || form == 'full' || form == 'stretch'
          return stations unless form == 'half'

          far = Geometry::Vec.distance(solid.box[0, 3], solid.box[3, 3]) + 10
          out = Geometry::Vec.along(stations[1], toward, far)
          [*stations.first(2), out, Geometry::Vec.add(out, Geometry::Vec.sub(stations[1], stations[0]))]
        end

        # (The second stretch is turned by the angle that takes its run to the first one's.)
        def bend(frame)
          axis = frame.at(*points[1])
          first = frame.direction(*Views.unit(points[1], points[0]))
          way = Views.unit(points[1], points[2])
          second = frame.direction(*way)
          normal = frame.direction(way[1] * looks, -way[0] * looks)
          turn = Math.atan2(run[1], run[0]) - Math.atan2(way[1], way[0])
          # (Seen against the sight direction, that is by the eye, the image's angles run counter-clockwise.)
          Products::Opening::Bend.new(axis, Geometry::Vec.neg(frame.d), turn * 180 / Math::PI, first, second, normal)
        end
      end
    end
  end
end
