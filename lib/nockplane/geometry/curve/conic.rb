# frozen_string_literal: true

module Nockplane
  module Geometry
    class Curve
      # kind :ellipse (a circle when a = b): centre + a cos t x + b sin t y; :parabola: centre + a (t2 x + 2 t y), a the
      # focal distance; :hyperbola: centre + a cosh t x + b sinh t y (ISO 10303-42). frame: centre and axes; a, b in mm.
      class Conic < Curve
        attr_reader :kind, :frame, :a, :b

        def initialize(kind, frame, a, b = nil)
          super()
          @kind = kind
          @frame = frame
          @a = a
          @b = b
          @period = 2 * Math::PI if kind == :ellipse
          @domain = [0.0, @period] if @period
        end

        def circle? = @kind == :ellipse && (@a - @b).abs < 1e-12 * @a

        def at(t)
          case @kind
          when :ellipse then @frame.point(@a * Math.cos(t), @b * Math.sin(t))
          when :parabola then @frame.point(@a * t * t, 2 * @a * t)
          else @frame.point(@a * Math.cosh(t), @b * Math.sinh(t))
          end
        end

        def parameter(point, _near = nil)
          u, v, = @frame.local(point)
          case @kind
          when :ellipse then circle? ? Math.atan2(v, u) % @period : nearest_on_ellipse(u, v)
          when :parabola then v / (2 * @a)
          else Math.asinh(v / @b)
          end
        end

        # On circles at fixed angles about the axis, so that circles of one axis have their chords side by side.
        def places(t0, t1, fine)
          return super unless circle?

          step = 2 * Math::PI / Chords.per_circle(@a)
          first = Rulings.first(@frame)
          low, high = [t0, t1].minmax
          inner = (((low - first) / step).ceil..((high - first) / step).floor).map { |k| first + (k * step) }
          inner = inner.select { |t| t > low + (0.1 * step) && t < high - (0.1 * step) }
          found = [low, *inner, high]
          t1 < t0 ? found.reverse : found
        end

        private

        def nearest_on_ellipse(u, v)
          t = Math.atan2(v / @b, u / @a)
          10.times do
            c, s = Math.cos(t), Math.sin(t)
            dx, dy = (@a * c) - u, (@b * s) - v
            f = (-dx * @a * s) + (dy * @b * c)
            g = ((@a * s)**2) + ((@b * c)**2) - (dx * @a * c) - (dy * @b * s)
            break if g.abs < 1e-12

            t -= (f / g).clamp(-0.3, 0.3)
          end
          t % @period
        end
      end
    end
  end
end
