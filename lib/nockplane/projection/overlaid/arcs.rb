# frozen_string_literal: true

module Nockplane
  module Projection
    class Overlaid
      # The circles and ellipses that curves may run along, each in the cells of the grid that it passes, as one thing.
      # Told by the equation of the ellipse: F = u^2 + v^2 - 1 with u, v in half-diameters; a place is |F| / |grad F| mm
      # from it.
      class Arcs
        # One of them: middle, half-diameters (mm), direction of the greater, parameters (radians), rank.
        Arc = Struct.new(:x, :y, :rx, :ry, :cos, :sin, :from, :to, :rank)
        # Half-diameter in mm up to which an ellipse counts as what its chords are.
        FLAT = 0.05
        TURN = 2 * Math::PI

        def self.flat?(stroke) = stroke.ry < FLAT

        def initialize
          @cells = {}
        end

        # Puts an arc into cells, by their numbers.
        def put(stroke, rank, cells)
          arc = Arc.new(
            *stroke.centre,
            stroke.rx,
            stroke.ry,
            Math.cos(stroke.rotation),
            Math.sin(stroke.rotation),
            stroke.from,
            stroke.to,
            rank
          )
          cells.each { |c| (@cells[c] ||= []) << arc }
        end

        # Arcs in a cell; nil for none.
        def in_cell(cell) = @cells[cell]

        # Does a place lie within mm of an arc that runs its way there, less than acos(along) off? (dx, dy): unit
        # direction.
        def self.on?(arc, x, y, dx, dy, near, along)
          px, py = x - arc.x, y - arc.y
          u = ((px * arc.cos) + (py * arc.sin)) / arc.rx
          v = ((py * arc.cos) - (px * arc.sin)) / arc.ry
          gu, gv = u / arc.rx, v / arc.ry
          steep = Math.hypot(gu, gv)
          return false if steep < 1e-12 || ((u * u) + (v * v) - 1).abs > 2 * near * steep

          # The arc runs square to the gradient.
          ex, ey = (gu * arc.cos) - (gv * arc.sin), (gu * arc.sin) + (gv * arc.cos)
          (((ey * dx) - (ex * dy)) / steep).abs >= along && within?(arc, Math.atan2(v, u), near / arc.rx)
        end

        # Is a parameter on an arc, or within so much of its ends?
        def self.within?(arc, at, room)
          off = (at - arc.from) % TURN
          off <= arc.to - arc.from + room || off >= TURN - room
        end
      end
    end
  end
end
