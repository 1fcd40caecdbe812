# frozen_string_literal: true

module Nockplane
  module Drafting
    # Centre lines and marks of turned faces in a view (LIN-05, LIN-06), by themselves: a cross where an axis is seen
    # end-on, a line where it is seen from the side, a hole circle with radial marks for circular patterns.
    class CentreLines
      LAYER = 'centre'

      # frame: Projection::ViewFrame; to_paper: model point -> [x, y] on paper; scale: paper / model.
      def initialize(standard, frame, scale, to_paper)
        @standard = standard
        @d = standard.width(LAYER)
        @overrun = standard.centre_overrun
        @frame = frame
        @scale = scale
        @to_paper = to_paper
      end

      # Ink for a model's turned axes (origin, direction, from, to, radius: Products::Axis) and the pitch circles
      # [[centre, axis, radius], ...] of its patterns.
      def ink(axes, pitch_circles)
        circles =
          pitch_circles
            .select { |_, axis, _| @frame.along?(axis) }
            .map { |c, _, r| [@to_paper.call(c), r * @scale] }
            .uniq
        marks =
          axes
            .select { |a| @frame.along?(a.direction) }
            .group_by { |a| @to_paper.call(a.origin).map { |v| v.round(3) } }
            .flat_map { |_, same| mark(@to_paper.call(same[0].origin), same.map(&:radius).max * @scale, circles) }
        sides = axes.select { |a| @frame.square?(a.direction) }.map { |a| side(a) }
        [*circles.map { |centre, r| circle(centre, r) }, *marks, *merge(sides).map { |a, b| chain(a, b) }]
      end

      private

      def circle(centre, r)
        Ink::Arc.new(centre: centre, rx: r, ry: r, rotation: 0.0, from: 0.0, to: 2 * Math::PI, width: @d, layer: LAYER,
                     dash: @standard.dash(LAYER, 2 * Math::PI * r))
      end

      # A cross, or on a hole circle one radial line.
      def mark(at, radius, circles)
        reach = radius + @overrun
        home = circles.find { |c, r| (Math.hypot(at[0] - c[0], at[1] - c[1]) - r).abs < 1e-3 }
        unless home
          return [
            chain([at[0] - reach, at[1]], [at[0] + reach, at[1]]),
            chain([at[0], at[1] - reach], [at[0], at[1] + reach])
          ]
        end

        ux = (at[0] - home[0][0]) / home[1]
        uy = (at[1] - home[0][1]) / home[1]
        [chain([at[0] - (ux * reach), at[1] - (uy * reach)], [at[0] + (ux * reach), at[1] + (uy * reach)])]
      end

      def side(axis)
        [axis.from, axis.to].map { |h| @to_paper.call(Geometry::Vec.along(axis.origin, axis.direction, h)) }
      end

      # Collinear lines as one where they overlap; extended past the part.
      def merge(lines)
        lines.map { |a, b| extended(a, b) }.group_by { |a, b| carrier(a, b) }.values.flat_map do |group|
          a, b = group[0]
          l = Math.hypot(b[0] - a[0], b[1] - a[1])
          u = [(b[0] - a[0]) / l, (b[1] - a[1]) / l]
          spans = group.map { |ends| ends.map { |p| ((p[0] - a[0]) * u[0]) + ((p[1] - a[1]) * u[1]) }.sort }
          Projection::Intervals
            .union(spans, 1.0)
            .map { |s, t| [s, t].map { |k| [a[0] + (u[0] * k), a[1] + (u[1] * k)] } }
        end
      end

      def extended(a, b)
        l = Math.hypot(b[0] - a[0], b[1] - a[1])
        return [a, b] if l < 1e-9

        u = [(b[0] - a[0]) / l * @overrun, (b[1] - a[1]) / l * @overrun]
        [[a[0] - u[0], a[1] - u[1]], [b[0] + u[0], b[1] + u[1]]]
      end

      def carrier(a, b)
        angle = Math.atan2(b[1] - a[1], b[0] - a[0]) % Math::PI
        angle = 0.0 if angle > Math::PI - 1e-6
        [(angle * 1e4).round, (((a[1] * Math.cos(angle)) - (a[0] * Math.sin(angle))) * 1e2).round]
      end

      def chain(a, b)
        length = Math.hypot(b[0] - a[0], b[1] - a[1])
        Ink.line(a, b, width: @d, dash: @standard.dash(LAYER, length, centred: true), layer: LAYER)
      end
    end
  end
end
