# frozen_string_literal: true

module Nockplane
  module Solids
    # One piece of a closed plane outline: a line, an arc about centre (turn in radians, positive counter-clockwise), or
    # a spline (Geometry::Spline).
    Piece = Struct.new(:name, :from, :to, :centre, :turn, :spline) do
      def self.of_spline(name, spline) = new(name, spline.points[0], spline.points[-1], nil, nil, spline)

      def arc? = !centre.nil?
      def curved? = arc? || !spline.nil?
      def radius = arc? ? Math.hypot(from[0] - centre[0], from[1] - centre[1]) : nil
      def reversed = Piece.new(name, to, from, centre, turn && -turn, spline&.reversed)

      # mm; of a spline by its chords.
      def length
        if spline
          return (0..(spline.spans * 16))
            .map { |i| spline.at(i.fdiv(spline.spans * 16)) }
            .each_cons(2)
            .sum { |p, q| Math.hypot(q[0] - p[0], q[1] - p[1]) }
        end

        arc? ? radius * turn.abs : Math.hypot(to[0] - from[0], to[1] - from[1])
      end

      # The piece with its points sent through a turn and a move.
      def mapped(&map) = Piece.new(name, yield(from), yield(to), centre && yield(centre), turn, spline&.mapped(&map))

      # Point at parameter t (0..1).
      def at(t)
        return spline.at(t) if spline
        return [from[0] + ((to[0] - from[0]) * t), from[1] + ((to[1] - from[1]) * t)] unless arc?

        c = Math.cos(turn * t)
        s = Math.sin(turn * t)
        u = from[0] - centre[0]
        v = from[1] - centre[1]
        [centre[0] + (u * c) - (v * s), centre[1] + (u * s) + (v * c)]
      end

      # Unit normal to the left of the direction of travel at parameter t.
      def left(t)
        unless arc?
          du, dv = spline ? spline.derivative(t) : [to[0] - from[0], to[1] - from[1]]
          l = Math.hypot(du, dv)
          return [-dv / l, du / l]
        end
        p = at(t)
        k = turn.positive? ? -1 / radius : 1 / radius
        [(p[0] - centre[0]) * k, (p[1] - centre[1]) * k]
      end

      # Unit direction of travel at parameter t.
      def along(t) = left(t).then { |u, v| [v, -u] }

      # Chords it is cut into: arcs by Discretise, splines by how far they turn.
      def chords(refine, tube: false)
        return tube ? Discretise.tube_steps(turn, radius, refine) : Discretise.steps(turn, radius, refine) if arc?

        spline ? spline.spans * [(turning / spline.spans / Discretise::STEP).ceil, 3].max * refine : 1
      end

      # Exact area between the piece and the origin, mm2 (counter-clockwise positive).
      def swept
        return spline.beziers.sum { |b| bezier_area(b) } if spline

        chord = ((from[0] * to[1]) - (to[0] * from[1])) * 0.5
        arc? ? chord + (0.5 * radius * radius * (turn - Math.sin(turn))) : chord
      end

      private

      # Radians a spline turns in all.
      def turning
        n = spline.spans * 8
        (0..n)
          .map { |i| along(i.fdiv(n)) }
          .each_cons(2)
          .sum { |a, b| Math.atan2((a[0] * b[1]) - (a[1] * b[0]), (a[0] * b[0]) + (a[1] * b[1])).abs }
      end

      # Green's theorem on a cubic Bezier, exact.
      def bezier_area(b)
        cross = ->(i, j) { (b[i][0] * b[j][1]) - (b[i][1] * b[j][0]) }
        (
          (6 * cross[0, 1]) + (3 * cross[0, 2]) + cross[0, 3] + (3 * cross[1, 2]) + (3 * cross[1, 3]) +
            (6 * cross[2, 3])
        ) / 20.0
      end
    end
  end
end
