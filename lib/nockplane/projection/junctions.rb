# frozen_string_literal: true

module Nockplane
  module Projection
    # Where a line of a view passes behind something: hidden lines find the place on chords; here it is moved to where
    # the true curves of the two lines cross (Newton's method), so that both parts of the line end on the line that
    # hides it.
    class Junctions
      # mm, and part of the greater radius, that a crossing of chords may lie off the crossing of the curves.
      SPARE = 0.3
      REACH = 0.03
      # Cells along a side of the grid for each visible line along a side, if all lay in rows; least and most.
      CELLS = 2
      LEAST = 24
      MOST = 600
      # Part of the greater radius likewise where they touch: an outline may stand half a chord beside the true one.
      ALONG = 0.07
      # mm that an outline may end beside the rim of its face.
      TOUCH = 1e-3
      # Shapes whose ends are moved: paths are of chords, and stay.
      MOVED = %i[line arc spline].freeze
      # An end of a stroke: place of the stroke in the list, and whether it is its last point.
      End = Struct.new(:index, :last)

      # Strokes with their junctions moved. turns: as of HiddenLines#turns.
      def self.settle(strokes, turns = {}) = new(strokes, turns).call

      # What ends of lines between the same faces have in common: places are told apart by 1e-5 mm.
      def self.key(faces, kind, point) = [faces, kind, *point.map { |c| (c * 1e5).round }]

      def initialize(strokes, turns)
        @strokes = strokes.map(&:dup)
        @turns = turns
        @spans = {}.compare_by_identity
      end

      # [Stroke]
      def call
        passing.each do |ends|
          own = ends.map { |e| @strokes[e.index] }
          point = tip(own[0], ends[0].last)
          found = turned(ends, point, turning(ends)) || ends.map { |e| [e, crossing(e, point, own)] }.select(&:last)
          next if found.any? { |e, t| turned_back?(@strokes[e.index], e.last, t) }

          found.each { |e, t| move(@strokes[e.index], e.last, t) }
        end
        @strokes
      end

      private

      # mm within which two ends are one place.
      SAME = 2e-5

      # [[End of the visible part, End of the hidden part], ...] of lines that pass out of sight.
      def passing
        lines = Hash.new { |h, k| h[k] = [] }
        @strokes.each_with_index do |s, i|
          next if s.closed? || !MOVED.include?(s.shape)

          2.times { |k| lines[[s.faces, s.kind]] << [tip(s, k == 1), End.new(i, k == 1)] }
        end
        places = lines.each_value.flat_map { |ends| together(ends) }
        places.select! { |ends| ends.size == 2 && ends.map { |e| @strokes[e.index].visible }.uniq.size == 2 }
        places.each { |ends| ends.sort_by!(&:index) }.sort_by { |(first, _)| [first.index, first.last ? 1 : 0] }
      end

      # The ends of each place. places: [[point, End], ...]
      def together(places)
        found = []
        open = []
        places.sort_by.with_index { |(point, _), i| [point[0], i] }.each do |point, stop|
          open.reject! { |(x, _), _| x < point[0] - SAME }
          _, home = open.find { |(_, y), _| (y - point[1]).abs < SAME }
          home ? home << stop : found << (home = [stop])
          open << [point, home]
        end
        found
      end

      def tip(stroke, last) = stroke.arc? ? stroke.at(last ? stroke.to : stroke.from) : stroke.points[last ? -1 : 0]

      # Faces that a line turns away beside at the place of two ends; nil where it does not.
      def turning(ends)
        ends.filter_map do |e|
          s = @strokes[e.index]
          @turns[Junctions.key(s.faces, s.kind, tip(s, e.last))]
        end[0]
      end

      # [[End, parameter], ...] where the outline of one of the line's own faces, which turns away there, touches it:
      # that of the face that is seen longest. (What else crosses it near by, the rim beyond a narrow land, say, does
      # not hide it.) nil when there is none.
      def turned(ends, point, faces)
        return nil unless faces

        ends = ends.sort_by { |e| @strokes[e.index].visible ? 0 : 1 }
        around = near(point, @strokes[ends[0].index])
        outlines = around.select { |s| s.kind == :silhouette && faces.include?(s.faces[0]) }
        outlines
          .filter_map { |outline| ends.map { |e| touched(e, point, outline) }.then { |list| list if list.all? } }
          .max_by { |(_, t), _| ends[0].last ? t : -t }
          &.then { |list| ends.zip(list.map(&:last)) }
      end

      # [mm from the point, parameter] at which the line of an end touches an outline on its way, within reach; nil when
      # it doesn't. (Of an arc the parameter nearest to its end.)
      def touched(at, point, outline)
        stroke = @strokes[at.index]
        curve = span(stroke, at.last)
        start = curve.nearest(point)
        reach = SPARE + (ALONG * (stroke.rx || 0.0))
        spans_of(outline)
          .filter_map do |_, span|
            t, u = curve.touching(start, span, span.nearest(point))
            next unless t && span.beyond(u) < TOUCH

            off = Math.hypot(*curve.at(t).zip(point).map { |a, b| a - b })
            [off, stroke.arc? ? about(t, at.last ? stroke.to : stroke.from) : t] if off < reach
          end
          .min
      end

      # The parameter of an arc that is nearest to another and the same place as the first.
      def about(parameter, other) = other + way(other, parameter)

      # Parameter on the curve that a stroke ends with where the nearest visible line crosses it; nil when none does
      # within reach.
      def crossing(at, point, own)
        stroke = @strokes[at.index]
        curve = span(stroke, at.last)
        start = curve.nearest(point)
        near(point, stroke)
          .reject { |s| own.any? { |o| o.equal?(s) } }
          .flat_map { |other| meetings(curve, start, stroke, other, point) }
          .min_by { |_, *order| order }
          &.first
      end

      # [[parameter, mm by which the other must be drawn out, mm from the point], ...]; start: parameter of the curve
      # nearest to the point. (Lines are drawn out where their own ends are not settled yet.)
      def meetings(curve, start, stroke, other, point)
        radius = [stroke.rx || 0.0, other.rx || 0.0].max
        outline = other.kind == :silhouette
        far = SPARE + ((outline ? ALONG : REACH) * radius)
        spans_of(other).filter_map do |box, span|
          next unless Geometry::Box.meet?([*point, *point], box, FAR * far)

          beside = span.nearest(point)
          t, u = crossed = curve.crossing(start, span, beside)
          t, u = curve.touching(start, span, beside) if t.nil? && outline
          next unless t

          reach = crossed ? SPARE + (REACH * radius) : far
          off = Math.hypot(*curve.at(t).zip(point).map { |a, b| a - b })
          beyond = span.beyond(u)
          [t, beyond, off] if off < reach && beyond < reach
        end
      end

      # Reaches that a span's box may lie off a point and the span still meet a line there: one for how far that is from
      # the point, one for how far beyond its end.
      FAR = 2

      # [[box, PlaneCurve], ...] of a visible stroke, kept until it is moved.
      def spans_of(stroke)
        @spans[stroke] ||= PlaneCurve.all(stroke).zip(hulls(stroke)).map { |curve, points| [box_of(points), curve] }
      end

      # [[points whose box holds a PlaneCurve], ...]
      def hulls(stroke)
        return [stroke.box.each_slice(2).to_a] if stroke.arc?

        stroke.spline? ? stroke.beziers : stroke.points.each_cons(2)
      end

      def box_of(points) = points.transpose.then { |xs, ys| [xs.min, ys.min, xs.max, ys.max] }

      # PlaneCurve that a stroke ends or begins with.
      def span(stroke, last) = PlaneCurve.all(stroke)[last ? -1 : 0]

      # Would a stroke end before it begins, or have nothing left?
      def turned_back?(stroke, last, t)
        return last ? t <= 0.0 : t >= 1.0 unless stroke.arc?

        length = stroke.to - stroke.from
        last ? way(stroke.to, t) <= -length : way(stroke.from, t) >= length
      end

      # Radians from one parameter of an arc to another, the shorter way.
      def way(from, to) = ((to - from + Math::PI) % (2 * Math::PI)) - Math::PI

      def move(stroke, last, t)
        @spans.delete(stroke)
        return last ? stroke.to += way(stroke.to, t) : stroke.from += way(stroke.from, t) if stroke.arc?
        return stroke.points = cut(stroke, last, t) if stroke.spline?

        place = span(stroke, last).at(t)
        stroke.points = last ? [stroke.points[0], place] : [place, stroke.points[1]]
      end

      # Control points of a spline whose last span ends, or whose first begins, at t.
      def cut(spline, last, t)
        return [*spline.points[0...-4], *Exact.between(spline.points.last(4), 0.0, t)] if last

        [*Exact.between(spline.points.first(4), t, 1.0), *spline.points.drop(4)]
      end

      # Visible strokes in the cells around a point that a stroke ends at.
      def near(point, stroke)
        @grid ||= lay
        around = ALONG * (stroke.rx || 0.0)
        (x0, y0), (x1, y1) = [-around, around].map { |by| cell(point.map { |c| c + by }) }
        return @grid[(x0 * ROW) + y0] || [] if x0 == x1 && y0 == y1

        (x0..x1).flat_map { |x| (y0..y1).flat_map { |y| @grid[(x * ROW) + y] || [] } }.uniq(&:object_id)
      end

      def lay
        shown = @strokes.select { |s| s.visible && s.kind != :smooth }
        boxes = shown.map(&:box)
        @low = [0, 1].map { |k| boxes.map { |b| b[k] }.min || 0.0 }
        high = [2, 3].map { |k| boxes.map { |b| b[k] }.max || 1.0 }
        cells = (Math.sqrt(shown.size) * CELLS).ceil.clamp(LEAST, MOST)
        @size = [(high[0] - @low[0]) / cells, (high[1] - @low[1]) / cells, 1e-3].max
        shown.zip(boxes).each_with_object({}) do |(s, b), grid|
          around = SPARE + (REACH * (s.rx || 0.0))
          x0, y0 = cell([b[0] - around, b[1] - around])
          x1, y1 = cell([b[2] + around, b[3] + around])
          (x0..x1).each { |x| (y0..y1).each { |y| (grid[(x * ROW) + y] ||= []) << s } }
        end
      end

      # Cells are kept under one number.
      ROW = 1 << 20

      def cell(point) = [0, 1].map { |k| ((point[k] - @low[k]) / @size).floor }
    end
  end
end
