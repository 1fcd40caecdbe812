# frozen_string_literal: true

module Nockplane
  module Geometry
    # Curves in space by a parameter, in mm: what edges of imported models run on. A curve answers at(t); domain [from,
    # to] (nil: endless); period (nil: not closed); and finds parameters of points and places to put chords at.
    class Curve
      # Turn (radians) between neighbouring chords that is fine enough.
      TURN = Math::PI / 12
      DEPTH = 7
      SAMPLES = 48

      attr_reader :domain, :period

      # The closest parameter to a point: the best of samples, then Newton's method. near: where to look, nil anywhere.
      def parameter(point, near = nil)
        from, to = domain
        best = near || (0..SAMPLES).map { |i| from + ((to - from) * i / SAMPLES) }.min_by { |t| squared(at(t), point) }
        h = (to - from) * 1e-6
        20.times do
          p, a, b = at(best), at(best - h), at(best + h)
          d = 3.times.map { |k| (b[k] - a[k]) / (2 * h) }
          speed = Vec.dot(d, d)
          break if speed < 1e-18

          step = Vec.dot(Vec.sub(point, p), d) / speed
          best = inside(best + step.clamp(-(to - from) / 8, (to - from) / 8))
          break if step.abs < 1e-12 * (to - from)
        end
        best
      end

      # Parameters from t0 to t1 (either way), ends included, so that chords lie within fine mm of the curve.
      def places(t0, t1, fine)
        stops = [t0, *breaks.select { |b| b > [t0, t1].min + 1e-9 && b < [t0, t1].max - 1e-9 }, t1]
        stops = stops.sort
        stops.reverse! if t1 < t0
        found = [t0]
        stops.each_cons(2) { |a, b| halve(a, b, at(a), at(b), fine, 0, found) }
        found
      end

      # Where the curve may bend: ends of spans.
      def breaks = []

      # The points of places, every chord halved in the parameter for refine 2.
      def refined(places, refine)
        return places if refine == 1

        places.each_cons(2).flat_map { |a, b| [a, (a + b) / 2] } + [places[-1]]
      end

      private

      def squared(p, q) = Vec.sub(p, q).then { |d| Vec.dot(d, d) }

      def inside(t)
        from, to = domain
        period ? t : t.clamp(from, to)
      end

      def halve(a, b, p, q, fine, depth, found)
        m = (a + b) / 2
        r = at(m)
        flat =
          flat?(p, at(a + ((b - a) * 0.25)), r, fine) && flat?(r, at(a + ((b - a) * 0.75)), q, fine) &&
            flat?(p, r, q, fine)
        return found << b if depth >= DEPTH || (flat && (depth.positive? || breaks.any? || straight?(p, r, q)))

        halve(a, m, p, r, fine, depth + 1, found)
        halve(m, b, r, q, fine, depth + 1, found)
      end

      def straight?(p, r, q) = off(p, r, q) < 1e-9

      def flat?(p, r, q, fine)
        d, e = Vec.sub(r, p), Vec.sub(q, r)
        l = Vec.length(d) * Vec.length(e)
        l < 1e-18 || (off(p, r, q) < fine && Vec.dot(d, e) / l > Math.cos(TURN))
      end

      # Distance of r from the chord p q.
      def off(p, r, q)
        chord = Vec.sub(q, p)
        l = Vec.length(chord)
        l < 1e-12 ? Vec.distance(p, r) : Vec.length(Vec.cross(chord, Vec.sub(r, p))) / l
      end
    end
  end
end
