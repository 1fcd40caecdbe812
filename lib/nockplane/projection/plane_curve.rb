# frozen_string_literal: true

module Nockplane
  module Projection
    # A curve of the image by a parameter: a line, an arc or a Bezier span of a stroke, and where it meets others
    # (Newton's method). mm.
    class PlaneCurve
      TURN = 2 * Math::PI
      # mm that curves may lie apart where they touch.
      TOUCH = 1e-5
      # Sine of the angle below which curves run along each other.
      SHALLOW = 0.02
      # Parts of a parameter that are stepped to see how a curve turns; most that is stepped at once.
      STEP = 1e-3
      WIDE = 0.1

      attr_reader :from, :to

      # [PlaneCurve] of a stroke: one of an arc, else one for each span.
      def self.all(stroke)
        return [new(stroke.from, stroke.to, arc: stroke)] if stroke.arc?
        return stroke.beziers.map { |b| new(0.0, 1.0, bezier: b) } if stroke.spline?

        stroke.points.each_cons(2).map { |ends| new(0.0, 1.0, ends: ends) }
      end

      def initialize(from, to, arc: nil, bezier: nil, ends: nil)
        @from = from
        @to = to
        @arc = arc
        @bezier = bezier
        @ends = ends
      end

      # [x, y]
      def at(t)
        return @arc.at(t) if @arc
        return Stroke.bezier_at(@bezier, t) if @bezier

        (x0, y0), (x1, y1) = @ends
        [x0 + ((x1 - x0) * t), y0 + ((y1 - y0) * t)]
      end

      # Parameter near a point close to it: the foot on a line, on an arc the place in the direction that the point has
      # on the circle that is stretched to the ellipse, on a Bezier span the foot on its chord.
      def nearest(point)
        return on_ray(point) if @arc

        @ends ? foot(*@ends, point) : settle(foot(@bezier[0], @bezier[3], point), point).clamp(@from, @to)
      end

      # Parameters [t, u] near t and u where it meets another; nil where they run along each other or don't meet.
      def crossing(t, other, u)
        12.times do
          p, q = at(t), other.at(u)
          dx, dy = q[0] - p[0], q[1] - p[1]
          return [t, u] if Math.hypot(dx, dy) < 1e-10

          ax, ay = derivative(t)
          bx, by = other.derivative(u)
          det = (ay * bx) - (ax * by)
          if det.abs < SHALLOW * Math.hypot(ax, ay) * Math.hypot(bx, by)
            return Math.hypot(dx, dy) < TOUCH ? [t, u] : nil
          end

          t += ((bx * dy) - (by * dx)) / det
          u += ((ax * dy) - (ay * dx)) / det
        end
        nil
      end

      # Parameters [t, u] near t and u where it touches another, nil where it doesn't: an outline runs along all curves
      # of its wall where it meets them. Newton's steps to where the directions are one.
      def touching(t, other, u)
        turn = lambda do |at|
          u = other.settle(u, at(at))
          (dx, dy), (ex, ey) = derivative(at), other.derivative(u)
          ((dx * ey) - (dy * ex)) / [Math.hypot(dx, dy) * Math.hypot(ex, ey), 1e-12].max
        end
        8.times do
          off = turn[t]
          break if off.abs < 1e-9

          rise = (turn[t + STEP] - turn[t - STEP]) / (2 * STEP)
          return nil if rise.abs < 1e-6

          t -= (off / rise).clamp(-WIDE, WIDE)
        end
        p = at(t)
        u = other.settle(u, p)
        q = other.at(u)
        Math.hypot(p[0] - q[0], p[1] - q[1]) < TOUCH ? [t, u] : nil
      end

      # mm by which it must be drawn out to reach a parameter, 0 within it.
      def beyond(t)
        if @arc
          t = @from + ((t - @from) % TURN)
          over = [t - @to, @from + TURN - t].min
        else
          over = [@from - t, t - @to].max
        end
        over > 1e-7 ? over * Math.hypot(*derivative(t)) : 0.0
      end

      # Parameter of the place nearest to a point close to that of a parameter (Gauss and Newton's steps).
      def settle(t, point)
        4.times do
          x, y = at(t)
          dx, dy = derivative(t)
          square = (dx * dx) + (dy * dy)
          return t if square < 1e-18

          t += (((point[0] - x) * dx) + ((point[1] - y) * dy)) / square
        end
        t
      end

      # mm by unit of the parameter, along x and y.
      def derivative(t, h = 1e-6)
        p, q = at(t - h), at(t + h)
        [(q[0] - p[0]) / (2 * h), (q[1] - p[1]) / (2 * h)]
      end

      private

      def foot((x0, y0), (x1, y1), (x, y))
        dx, dy = x1 - x0, y1 - y0
        l = (dx * dx) + (dy * dy)
        l < 1e-18 ? 0.0 : ((((x - x0) * dx) + ((y - y0) * dy)) / l).clamp(0.0, 1.0)
      end

      def on_ray((x, y))
        dx, dy = x - @arc.centre[0], y - @arc.centre[1]
        c, s = Math.cos(@arc.rotation), Math.sin(@arc.rotation)
        angle = Math.atan2(((dy * c) - (dx * s)) * @arc.rx, ((dx * c) + (dy * s)) * @arc.ry)
        angle = @from + ((angle - @from) % TURN)
        return angle if angle <= @to

        angle - @to < @from + TURN - angle ? @to : @from
      end
    end
  end
end
