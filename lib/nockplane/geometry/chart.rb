# frozen_string_literal: true

module Nockplane
  module Geometry
    # A surface by two parameters: at(u, v) gives the model point, uv(point, near) the parameters of a point of it
    # (near: those of a point close by, or nil). periods: [u, v] periods or nil; domain: [[u0, u1], [v0, v1]], nil where
    # endless;
    # poles: [[v, v's side], ...] lines of constant v that are one point (side :low or :high).
    # surface: the Surface that facets carry; sense: 1 when Surface#normal_at runs along Su x Sv, else -1.
    class Chart
      STEPS = 20
      # mm off the surface that a point next to a known one may be (files state edges to about a hundredth).
      LOOSE = 0.02
      SAMPLES = 10
      MANY = 60

      attr_reader :domain

      # What a curve moved along an axis has a name for: of a line a plane, of a circle square to it a cylinder, the
      # normal as Su x Sv; nil for other curves. Raises ZeroVector for a line along the axis.
      def self.swept(curve, axis)
        return swept_line(curve, axis) if curve.is_a?(Curve::Line)

        circle = curve.is_a?(Curve::Conic) && curve.circle? && Vec.parallel?(curve.frame.z, axis)
        circle ? swept_circle(curve, axis) : nil
      end

      def self.swept_circle(circle, axis)
        along = Vec.dot(circle.frame.z, axis).positive?
        frame = along ? circle.frame : Frame.new(circle.frame.origin, axis, circle.frame.x)
        cylinder = Elementary.new(:cylinder, frame, radius: circle.a)
        along ? cylinder : Turned.new(cylinder)
      end

      def self.swept_line(line, axis)
        Elementary.new(:plane, Frame.new(line.origin, Vec.cross(line.direction, axis), line.direction))
      end
      private_class_method :swept_circle, :swept_line

      def periods = @periods || [nil, nil]
      def poles = @poles || []
      def plane? = false
      # Are u and v those of the file the other way round?
      def exchanged? = false
      # Are its rulings lines of constant u (so that no points are needed between boundaries)?
      def ruled? = false
      # Is it cut into flat strips at rulings that are the same for all its faces?
      def stripped? = false
      # Can it tell how far any point near it is from it?
      def located? = false

      # Unit normal Su x Sv; nil where there is none.
      def normal(u, v)
        su, sv = partials(u, v)
        square_to(su, sv)
      end

      # [Su, Sv] by central differences; of some charts with the point behind them.
      def partials(u, v)
        h, k = scales
        [[at(u + h, v), at(u - h, v), h], [at(u, v + k), at(u, v - k), k]].map do |a, b, s|
          Vec.scale(Vec.sub(a, b), 0.5 / s)
        end
      end

      # [Su, Sv, Suu, Suv, Svv], nil where they are not known.
      def bends(_u, _v) = nil

      # The parameters of the nearest point (Gauss and Newton), from near or from the best of samples; from more of them
      # where those do not lead to the surface.
      def uv(point, near = nil)
        found, off = settle(near, point) if near
        return found if found && off < LOOSE

        [SAMPLES, MANY].each do |count|
          samples(point, count).each do |start|
            other, gap = settle(start, point)
            found, off = other, gap if off.nil? || gap < off
            break if off < 1e-7
          end
          break if off < LOOSE
        end
        found
      end

      # Is a line of constant v one point?
      def pole?(v) = poles.any? { |q| (v - q).abs < 1e-6 * (1 + q.abs) }

      # The parameters of the foot of a point that need not lie on the surface, found from those of a place close by.
      def foot(point, near) = settle(pole?(near[1]) ? beside_pole(near[1], point) : near, point)[0]

      # The chart with nothing left to be worked out, which may be kept and shared.
      def settled_for_good = dup.tap(&:forget)
      def forget = @samples = nil

      private

      # Unit vector along su x sv; nil where there is none.
      def square_to(su, sv)
        n = Vec.cross(su, sv)
        l = Vec.length(n)
        l < 1e-14 * (1 + Vec.dot(su, su)) ? nil : Vec.scale(n, 1 / l)
      end

      # Parts of the range of v and of u: how far beside a pole a search begins, and on how many meridians it is tried.
      ASIDE = 0.01
      MERIDIANS = 24

      # Where to begin near a pole, at which u says nothing: on the meridian that comes nearest to the point.
      def beside_pole(pole, point)
        around(pole, ASIDE, MERIDIANS).min_by { |u, v| Vec.distance(at(u, v), point) }
      end

      # So many places around a pole, on its side within the range of v and a part of that away from it: [[u, v], ...].
      def around(pole, part, count)
        (u0, u1), (v0, v1) = domain
        v = pole + ((v1 - v0) * (pole - v0 > v1 - pole ? -part : part))
        Array.new(count) { |i| [u0 + ((u1 - u0) * i / count), v] }
      end

      def scales = @domain.map { |d| d ? (d[1] - d[0]) * 1e-5 : 1e-4 }

      def settle(start, point)
        u, v = start
        STEPS.times do
          su, sv, there = partials(u, v)
          r = Vec.sub(point, there || at(u, v))
          a, b, c = Vec.dot(su, su), Vec.dot(su, sv), Vec.dot(sv, sv)
          d, e = Vec.dot(su, r), Vec.dot(sv, r)
          det = (a * c) - (b * b)
          break if det.abs < 1e-16 * ((a * c) + 1e-30)

          du, dv = ((d * c) - (b * e)) / det, ((a * e) - (b * d)) / det
          # At a border that it would pass it goes along that.
          du, dv = 0.0, e / c if outside?(u, du, 0)
          du, dv = d / a, 0.0 if outside?(v, dv, 1)
          u, v = bounded(u + du, 0), bounded(v + dv, 1)
          break if (du * du * a) + (dv * dv * c) < 1e-17
        end
        [[u, v], Vec.distance(at(u, v), point)]
      end

      def bounded(t, axis)
        range = domain[axis]
        periods[axis] || range.nil? ? t : t.clamp(*range)
      end

      # Does a step lead over a border that the parameter stands on?
      def outside?(t, step, axis)
        range = domain[axis]
        !(periods[axis] || range.nil?) && ((t <= range[0] && step.negative?) || (t >= range[1] && step.positive?))
      end

      # Starting places, best first, of a grid of so many by so many.
      def samples(point, count)
        kept = frozen? ? grid(count) : ((@samples ||= {})[count] ||= grid(count))
        kept.min_by(4) { |_, p| Vec.sub(p, point).then { |d| Vec.dot(d, d) } }.map(&:first)
      end

      def grid(count)
        us, vs =
          domain.map do |d|
            d ? (0..count).map { |i| d[0] + ((d[1] - d[0]) * (i + 0.013) / (count + 0.026)) } : [0.0]
          end
        us.product(vs).map { |u, v| [[u, v], at(u, v)] }
      end
    end
  end
end
