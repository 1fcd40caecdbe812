# frozen_string_literal: true

module Nockplane
  module Projection
    # The outline of a ball is a circle whatever way one looks: what was found of it as a curve is drawn as arcs of that
    # circle, so that its size and middle can be taken from it.
    module BallOutlines
      # mm that corners of a curve may lie off the circle.
      OFF = 2e-3

      module_function

      # strokes: [Stroke] of a solid in a ViewFrame.
      def settled(strokes, solid, frame)
        return strokes if strokes.none? { |s| outline?(s) }

        balls = solid.faces.select { |f| f.surface.kind == :sphere }.to_h { |f| [f.name, f.surface] }
        return strokes if balls.empty?

        strokes.map { |s| (ball = outline?(s) && balls[s.faces[0]]) ? arc(s, ball, frame) : s }
      end

      def outline?(stroke) = stroke.spline? && stroke.kind == :silhouette && stroke.faces.size == 1

      # The stroke as an arc; itself where it lies off the circle.
      def arc(stroke, ball, frame)
        x, y = frame.image(ball.origin)
        places = stroke.beziers.flat_map { |b| [0.0, 0.5].map { |t| Stroke.bezier_at(b, t) } } << stroke.points.last
        off = places.map { |px, py| [px - x, py - y] }
        return stroke unless off.all? { |p| (Math.hypot(*p) - ball.radius).abs < OFF }

        from, turn = turned(off.map { |p| Math.atan2(p[1], p[0]) })
        Stroke.new(
          **stroke.to_h,
          shape: :arc,
          points: nil,
          centre: [x, y],
          rx: ball.radius,
          ry: ball.radius,
          rotation: 0.0,
          from: from,
          to: from + turn
        )
      end

      # Where an arc through directions (radians) begins, and how far it goes, counter-clockwise.
      def turned(angles)
        steps = angles.each_cons(2).map { |a, b| ((b - a + Math::PI) % (2 * Math::PI)) - Math::PI }
        turn = steps.sum
        full = turn.abs > (2 * Math::PI) - 1e-6
        from = turn.negative? ? angles.last : angles.first
        [from % (2 * Math::PI), full ? 2 * Math::PI : turn.abs]
      end
      private_class_method :outline?, :arc, :turned
    end
  end
end
