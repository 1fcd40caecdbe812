# frozen_string_literal: true

module Nockplane
  module Geometry
    class Chart
      # A curve moved along an axis: u the curve's parameter, v mm along the axis from the curve. Everything along the
      # axis is straight, so that places are found on the curve alone, seen along the axis.
      class Extruded < Free
        # Places of the curve that a search may start from, of each of its spans.
        STARTS = 4
        # mm along the axis either way.
        ENDLESS = 1e4
        # Part of the curve's parameters that derivatives are taken over.
        STEP = 1e-6
        APART = 1e-4
        # Most steps of Newton's method, and the part of the parameters below which it has settled.
        STEPS = 12
        SETTLED = 1e-13

        attr_reader :curve, :axis

        # Can an extrusion of a curve be looked at as one? It has ends, and is no point seen along the axis.
        def self.fit?(curve, axis)
          return false unless curve.domain

          new(curve, axis).wide?
        end

        def initialize(curve, axis)
          @curve = curve
          @axis = axis
          @level = Frame.new([0.0, 0.0, 0.0], axis, Vec.any_normal(axis))
          super(:extrusion, [curve.domain, [-ENDLESS, ENDLESS]], Forms::Extruded.new(curve, axis),
                periods: [curve.period, nil])
          @starts = starts.freeze
        end

        def ruled? = true
        def stripped? = true
        def located? = true
        def rulings(fine, refine) = ProfileRulings.new(self, fine, refine)
        # A parameter u counted in strips.
        def strip(u, rulings) = rulings.at_parameter(u)
        def poles = []

        # Is the curve more than a point, seen along the axis?
        def wide?
          _, xs, ys = @starts.transpose
          Math.hypot(xs.max - xs.min, ys.max - ys.min) > LOOSE
        end

        # [x, y] of a point seen along the axis, mm.
        def level(point) = [Vec.dot(point, @level.x), Vec.dot(point, @level.y)]
        # A direction of that plane in space.
        def direction(x, y) = @level.direction(x, y)

        def uv(point, near = nil)
          x, y = level(point)
          u = near && settled(x, y, near[0])
          u = nil if u && off(x, y, u) > LOOSE
          u ||= closest(x, y)
          [u, Vec.dot(Vec.sub(point, @curve.at(u)), @axis)]
        end

        def foot(point, near) = uv(point, near)

        def partials(u, _v)
          h = STEP * (@domain[0][1] - @domain[0][0])
          ahead, back = at(u + h, 0.0), at(u - h, 0.0)
          [Vec.scale(Vec.sub(ahead, back), 0.5 / h), @axis]
        end

        private

        def starts
          stops = @curve.breaks.select { |t| t.between?(*@domain[0]) }
          stops = [@domain[0][0], *stops, @domain[0][1]].uniq.sort
          stops = (0..SAMPLES).map { |i| stops[0] + ((stops[-1] - stops[0]) * i / SAMPLES) } if stops.size < 3
          ts = stops.each_cons(2).flat_map { |a, b| (0...STARTS).map { |i| a + ((b - a) * i / STARTS) } } + [stops[-1]]
          ts.map { |t| [t, *level(@curve.at(t))].freeze }
        end

        def off(x, y, u)
          px, py = level(at(u, 0.0))
          Math.hypot(x - px, y - py)
        end

        # The nearest place of the curve, from the best starts (a second one where the first is not it).
        def closest(x, y)
          best = @starts.min_by(3) { |_, px, py| ((px - x)**2) + ((py - y)**2) }
          best.map { |t, _, _| settled(x, y, t) }.min_by { |u| off(x, y, u).round(9) }
        end

        # Newton's method on the square of the distance, seen along the axis.
        def settled(x, y, u)
          from, to = @domain[0]
          h = APART * (to - from)
          STEPS.times do
            px, py = level(at(u, 0.0))
            dx, dy, ex, ey = derivatives(u, h)
            gap = ((px - x) * dx) + ((py - y) * dy)
            speed = (dx * dx) + (dy * dy)
            bend = speed + ((px - x) * ex) + ((py - y) * ey)
            bend = speed if bend < 0.1 * speed
            break if bend < 1e-18

            moved = bounded(u - (gap / bend).clamp(-(to - from) / 16, (to - from) / 16), 0)
            done = (moved - u).abs < SETTLED * (to - from)
            u = moved
            break if done
          end
          u
        end

        # First and second derivatives of the curve by differences, seen along the axis; at an end those a hair inside.
        def derivatives(u, h)
          u = u.clamp(@domain[0][0] + h, @domain[0][1] - h) unless @periods[0]
          (ax, ay), (px, py), (bx, by) = [u - h, u, u + h].map { |t| level(at(t, 0.0)) }
          [
            (bx - ax) / (2 * h),
            (by - ay) / (2 * h),
            (bx - (2 * px) + ax) / (h * h),
            (by - (2 * py) + ay) / (h * h)
          ]
        end
      end
    end
  end
end
