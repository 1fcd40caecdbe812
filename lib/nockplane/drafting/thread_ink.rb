# frozen_string_literal: true

module Nockplane
  module Drafting
    # Internal threads in views (ISO 6410; THR-03, THR-04, THR-06): end-on a narrow arc of three quarters at the major
    # diameter, open in the upper right quadrant, round the drawn minor circle; from the side two dashed lines.
    # Simplified
    # representation: a whole dashed circle instead of the arc.
    class ThreadInk
      # wall: facets' corner points of the threaded wall (model), surface: its cylinder.
      Wall = Struct.new(:surface, :points)

      def initialize(standard, frame, scale, to_paper)
        @standard = standard
        @d = standard.width('thread')
        @frame = frame
        @scale = scale
        @to_paper = to_paper
      end

      # Ink of one thread. visible: is the minor circle seen; hidden_lines: does the view show hidden lines.
      def ink(wall, major, visible:, hidden_lines:)
        return [] unless visible || hidden_lines
        return [arc(wall, major / 2 * @scale, visible)] if @frame.along?(wall.surface.axis)

        hidden_lines && @frame.square?(wall.surface.axis) ? sides(wall, major / 2) : []
      end

      private

      def arc(wall, radius, visible)
        simplified = @standard.threads == 'simplified'
        from, to = simplified ? [0.0, 2 * Math::PI] : [Math::PI / 2, 2 * Math::PI]
        Ink::Arc.new(
          centre: @to_paper.call(wall.surface.origin),
          rx: radius,
          ry: radius,
          rotation: 0.0,
          from: from,
          to: to,
          width: @d,
          layer: visible ? 'thread' : 'hidden',
          dash: visible && !simplified ? nil : LineType.dash('02', radius * (to - from), @d)
        )
      end

      def sides(wall, radius)
        axis = wall.surface.axis
        along = wall.points.map { |p| Geometry::Vec.dot(Geometry::Vec.sub(p, wall.surface.origin), axis) }.minmax
        across = Geometry::Vec.unit(Geometry::Vec.cross(axis, @frame.d))
        [1, -1].map do |side|
          a, b =
            along.map do |h|
              @to_paper.call(
                Geometry::Vec.along(Geometry::Vec.along(wall.surface.origin, axis, h), across, side * radius)
              )
            end
          Ink.line(
            a,
            b,
            width: @d,
            layer: 'hidden',
            dash: LineType.dash('02', Math.hypot(b[0] - a[0], b[1] - a[1]), @d)
          )
        end
      end
    end
  end
end
