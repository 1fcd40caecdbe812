# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # What a person draws on a view, mm of paper, as lines and boundaries in that view's image, tied to the model.
      # Straight lines are made straight, and what comes near an axis goes through it.
      class Sketch
        # mm of paper within which an axis is meant, and an edge picked.
        NEAR = 2.5
        PICK = 3.0
        # Degrees within which a line is meant level or upright.
        STRAIGHT = 4.0

        # builder: SceneBuilder; view: the View drawn on.
        def initialize(builder, view)
          @shown = builder.shown(view)
          @place = builder.place(view)
          @anchorage = @shown.own_anchorage
          @near = NEAR / @place.scale
        end

        # Image point (before the view is turned on the sheet) of a paper point.
        def image(x, y)
          p = @place.image(x, y)
          @shown.view.turn ? @shown.base_image(@shown.frame.at(*p)) : p
        end

        # [Tied] of a cutting line of a form through paper points.
        def cutting_line(points, form)
          ends = points.map { |p| image(*p) }
          case form
          when 'bend' then bent(ends)
          when 'half' then halved(ends)
          when 'stepped' then stepped(squared(ends))
          else stepped(straightened(ends.values_at(0, -1)))
          end
        end

        # Region of a shape about paper points: circle [middle, point on it], rectangle [corner, corner opposite], curve
        # [points].
        def region(shape, points)
          ends = points.map { |p| image(*p) }
          middle = shape == 'circle' ? ends[0] : ends.transpose.map { |c| c.minmax.sum / 2 }
          at = tied(*middle)
          case shape
          when 'circle'
            Region.new(shape: shape, at: at, radius: distance(*ends.first(2)).round(6))
          when 'rectangle'
            Region.new(shape: shape, at: at, **rectangle(ends))
          else
            Region.new(
              shape: shape,
              at: at,
              points: simplified(ends).map { |x, y| [(x - at.x).round(6), (y - at.y).round(6)] }
            )
          end
        end

        # The straight visible edge nearest to a paper point: Auxiliary::Edge with its left side towards the eye, nil
        # when none is near.
        def edge(x, y)
          p = @place.image(x, y)
          lines = @shown.linework.strokes.select { |s| s.visible && s.shape == :line && s.kind == :sharp }
          found = lines.min_by { |s| off(p, *s.points) } or return nil
          return nil if off(p, *found.points) > PICK / @place.scale

          a, b = found.points.map { |q| @shown.view.turn ? @shown.base_image(@shown.frame.at(*q)) : q }
          Auxiliary::Edge.new(from: free(*a), to: free(*b), faces: found.faces, side: 1)
        end

        # Depth that a broken-out part would be expected to have: name of the face whose axis lies across the sight
        # within a region; nil when none does.
        def axis_within(region)
          window = region.window
          across = @shown.whole_axes.select { |a| @shown.base_frame.square?(a.direction) }
          met =
            across.select do |a|
              (0..8).any? { |i| window.inside?(*@shown.base_image(a.at(a.from + ((a.to - a.from) * i / 8.0)))) }
            end
          met.max_by { |a| [a.radius, a.to - a.from] }&.faces&.min
        end

        def depth(face) = @anchorage.depth(face)

        private

        def free(x, y) = Tied.new(x: x.round(6), y: y.round(6))
        def distance(p, q) = Math.hypot(q[0] - p[0], q[1] - p[1])

        # Tied without being moved onto an axis.
        def tied(x, y)
          found = Tied.to(@anchorage, x, y, @near)
          found.dup.tap { |t| t.x, t.y = x.round(6), y.round(6) }
        end

        def rectangle(ends)
          xs, ys = ends.transpose
          { width: (xs.max - xs.min).round(6), height: (ys.max - ys.min).round(6) }
        end

        # Distance of a point from a segment.
        def off(p, a, b) = Geometry::Flat.distance(p, a, b)

        # Two points level or upright when they nearly are.
        def straightened((a, b))
          angle = Math.atan2(b[1] - a[1], b[0] - a[0]) * 180 / Math::PI
          straight = [0.0, 90.0, 180.0, -90.0, -180.0].find { |w| (angle - w).abs < STRAIGHT } or return [a, b]
          (straight % 180).zero? ? [a, [b[0], a[1]]] : [a, [a[0], b[1]]]
        end

        # Corners of a stepped line, each stretch square to the one before.
        def squared(points)
          level = (points[-1][0] - points[0][0]).abs >= (points[-1][1] - points[0][1]).abs
          kept = [points[0]]
          points.drop(1).each_with_index do |p, i|
            along = i.even? == level
            kept << (along ? [p[0], kept[-1][1]] : [kept[-1][0], p[1]])
          end
          kept.size.odd? ? kept[0...-1] : kept
        end

        # Each stretch along the line goes through the axis that is near it, and is tied to that.
        def stepped(points)
          ties = Array.new(points.size)
          (0...(points.size - 1)).step(2) do |i|
            axis = axis_near(points[i], points[i + 1]) or next
            shift = across(axis.place, points[i], points[i + 1])
            points[i], points[i + 1] = [points[i], points[i + 1]].map { |p| [p[0] + shift[0], p[1] + shift[1]] }
            ties[i] = ties[i + 1] = axis
          end
          points.zip(ties).map { |p, axis| axis ? with(p, axis) : free(*p) }
        end

        def with(p, axis)
          Tied.new(
            x: p[0].round(6),
            y: p[1].round(6),
            face: axis.face,
            rx: axis.place[0].round(6),
            ry: axis.place[1].round(6)
          )
        end

        # The axis seen end-on that a stretch passes nearest to; besides: a point whose axis is not meant.
        def axis_near(a, b, besides = nil)
          ends = besides ? @anchorage.ends.reject { |f| distance(f.place, besides) < @near } : @anchorage.ends
          ends
            .map { |f| [f, Math.hypot(*across(f.place, a, b))] }
            .select { |f, d| d <= @near && beside?(f.place, a, b) }
            .min_by(&:last)
            &.first
        end

        def beside?(p, a, b)
          e = Views.unit(a, b)
          along = ((p[0] - a[0]) * e[0]) + ((p[1] - a[1]) * e[1])
          along.between?(-@near, distance(a, b) + @near)
        end

        # Vector from a line to a point, square to the line.
        def across(p, a, b)
          e = Views.unit(a, b)
          out = ((p[1] - a[1]) * e[0]) - ((p[0] - a[0]) * e[1])
          [-e[1] * out, e[0] * out]
        end

        # From outside to an axis.
        def halved(points)
          middle = Tied.to(@anchorage, *points[1], @near)
          [beside_axis(straightened([middle.to_a, points[0]])[1], middle), middle]
        end

        # A point that goes where the axis of another goes.
        def beside_axis(point, other)
          other.face ? with(point, Anchorage::Found.new(other.face, [other.rx, other.ry], true)) : free(*point)
        end

        # Two stretches that meet at an axis, each through an axis near its end.
        def bent(points)
          middle = Tied.to(@anchorage, *points[1], @near)
          [points[0], points[2]].map { |p| outer(middle, p) }.then { |a, b| [a, middle, b] }
        end

        def outer(middle, point)
          axis = axis_near(middle.to_a, point, middle.to_a)
          return beside_axis(straightened([middle.to_a, point])[1], middle) unless axis

          e = Views.unit(middle.to_a, axis.place)
          length = [distance(middle.to_a, point), distance(middle.to_a, axis.place)].max
          with([middle.x + (e[0] * length), middle.y + (e[1] * length)], axis)
        end

        # A curve drawn by hand with fewer corners, none nearer than a third of a mm of paper.
        def simplified(points)
          least = 0.33 / @place.scale
          kept = points.each_with_object([]) { |p, found| found << p if found.empty? || distance(found[-1], p) > least }
          kept.pop if kept.size > 3 && distance(kept[0], kept[-1]) <= least
          step = (kept.size / 200.0).ceil
          step > 1 ? kept.each_slice(step).map(&:first) : kept
        end
      end
    end
  end
end
