# frozen_string_literal: true

module Nockplane
  module Projection
    # An ellipse (or circle) in space: centre + p cos t + q sin t, p and q square to each other, mm.
    class Ring
      attr_reader :centre, :p, :q

      def self.circle(centre, axis, radius)
        x = Geometry::Vec.any_normal(axis)
        new(centre, Geometry::Vec.scale(x, radius), Geometry::Vec.scale(Geometry::Vec.cross(axis, x), radius))
      end

      # mm within which a plane goes through a torus' axis.
      THROUGH = 1e-6

      # Where a plane cuts a turned surface in one closed curve: a sphere, a cylinder or a cone; nil where it does not.
      def self.cut(plane, turned)
        return oblique(plane, turned) unless turned.kind == :sphere

        h = Geometry::Vec.dot(plane.axis, Geometry::Vec.sub(plane.origin, turned.origin))
        r = (turned.radius**2) - (h * h)
        r > 1e-12 ? circle(Geometry::Vec.along(turned.origin, plane.axis, h), plane.axis, Math.sqrt(r)) : nil
      end

      # The circle round a torus' tube that a plane through its axis cuts, the one of two that is on a point's side; nil
      # where the plane lies otherwise.
      def self.meridian(plane, torus, point)
        return nil if Geometry::Vec.dot(plane.axis, torus.axis).abs > 1e-9 || plane.distance(torus.origin).abs > THROUGH

        out = Geometry::Vec.unit(Geometry::Vec.cross(torus.axis, plane.axis))
        side = Geometry::Vec.dot(out, Geometry::Vec.sub(point, torus.origin)).negative? ? -1 : 1
        circle(Geometry::Vec.along(torus.origin, out, side * torus.radius), plane.axis, torus.minor)
      end

      # Where a plane cuts a cylinder or cone in a closed curve; nil where it does not.
      def self.oblique(plane, turned)
        return nil unless plane.plane? && %i[cylinder cone].include?(turned.kind)

        n = plane.axis
        tilt = Geometry::Vec.dot(n, turned.axis)
        across = Geometry::Vec.cross(n, turned.axis)
        return nil if tilt.abs < 1e-6 || Geometry::Vec.length(across) < 1e-9

        minor = Geometry::Vec.unit(across)
        major = Geometry::Vec.unit(Geometry::Vec.cross(minor, n))
        from =
          Geometry::Vec.along(
            turned.origin,
            turned.axis,
            Geometry::Vec.dot(n, Geometry::Vec.sub(plane.origin, turned.origin)) / tilt
          )
        spanned(turned, from, major, minor)
      end

      # Along the steepest line through a point of the axis: where it leaves the surface on either side.
      def self.spanned(turned, from, major, minor)
        s = turned.slope || 0.0
        up = Geometry::Vec.dot(major, turned.axis)
        r0 = turned.radius + (s * Geometry::Vec.dot(Geometry::Vec.sub(from, turned.origin), turned.axis))
        out = Math.sqrt(1 - (up * up))
        far = [r0 / (out - (s * up)), r0 / (out + (s * up))]
        return nil unless r0 > 1e-9 && far.all? { |f| f.positive? && f < 1e5 }

        a = (far[0] + far[1]) / 2
        centre = Geometry::Vec.along(from, major, (far[0] - far[1]) / 2)
        h = Geometry::Vec.dot(Geometry::Vec.sub(centre, turned.origin), turned.axis)
        off = turned.radial_distance(centre)
        b = Math.sqrt([((turned.radius + (s * h))**2) - (off * off), 0].max)
        new(centre, Geometry::Vec.scale(major, a), Geometry::Vec.scale(minor, b))
      end

      def initialize(centre, p, q)
        @centre = centre.freeze
        @p = p.freeze
        @q = q.freeze
        @pp = Geometry::Vec.dot(p, p)
        @qq = Geometry::Vec.dot(q, q)
        freeze
      end

      def radius = Math.sqrt(@pp)
      def axis = Geometry::Vec.unit(Geometry::Vec.cross(@p, @q))
      def mapped(point, direction) = Ring.new(point[@centre], direction[@p], direction[@q])
      def key = [*@centre, *@p, *@q].map { |x| (x * 1e5).round }

      # Parameter of a point near it, radians.
      def angle(point)
        w = Geometry::Vec.sub(point, @centre)
        Math.atan2(Geometry::Vec.dot(w, @q) / @qq, Geometry::Vec.dot(w, @p) / @pp)
      end

      def at(angle) = Geometry::Vec.along(Geometry::Vec.along(@centre, @p, Math.cos(angle)), @q, Math.sin(angle))

      # Its image: [centre, rx, ry, rotation, turn, sense]: the image's parameter is sense * (angle - turn). nil when
      # seen edge-on. Principal axes of conjugate half-diameters.
      def image(frame)
        px, py, qx, qy = [@p, @q].flat_map { |v| [Geometry::Vec.dot(v, frame.r), Geometry::Vec.dot(v, frame.u)] }
        return nil if ((px * qy) - (py * qx)).abs < 1e-6 * Math.sqrt(@pp * @qq)

        turn = 0.5 * Math.atan2(2 * ((px * qx) + (py * qy)), (px * px) + (py * py) - (qx * qx) - (qy * qy))
        c = Math.cos(turn)
        s = Math.sin(turn)
        a = [(px * c) + (qx * s), (py * c) + (qy * s)]
        b = [(qx * c) - (px * s), (qy * c) - (py * s)]
        sense = ((a[0] * b[1]) - (a[1] * b[0])).positive? ? 1 : -1
        [frame.image(@centre), Math.hypot(*a), Math.hypot(*b), Math.atan2(a[1], a[0]), turn, sense]
      end
    end
  end
end
