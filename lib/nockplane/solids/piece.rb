# frozen_string_literal: true

module Nockplane
  module Solids
    # One piece of a closed plane outline: a line, or an arc about centre (turn in radians, positive counter-clockwise).
    Piece = Struct.new(:name, :from, :to, :centre, :turn) do
      def arc? = !centre.nil?
      def radius = arc? ? Math.hypot(from[0] - centre[0], from[1] - centre[1]) : nil
      def length = arc? ? radius * turn.abs : Math.hypot(to[0] - from[0], to[1] - from[1])
      def reversed = Piece.new(name, to, from, centre, turn && -turn)

      # Point at parameter t (0..1).
      def at(t)
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
          l = length
          return [-(to[1] - from[1]) / l, (to[0] - from[0]) / l]
        end
        p = at(t)
        k = turn.positive? ? -1 / radius : 1 / radius
        [(p[0] - centre[0]) * k, (p[1] - centre[1]) * k]
      end
    end
  end
end
